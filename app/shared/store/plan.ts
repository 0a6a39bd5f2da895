import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { Planned, Season } from '#core/plan'
import { useWorkspaceStore } from './workspace'

/** Planned sessions of the week, and seasons. */
export const usePlanStore = defineStore('plan', () => {
  const { data, put } = useWorkspaceStore()
  return {
    planned: computed(() => data.planned),
    seasons: computed(() => data.seasons),
    putPlanned: (planned: Planned) => put('planned', planned),
    putSeason: (season: Season) => put('seasons', season),
  }
})
