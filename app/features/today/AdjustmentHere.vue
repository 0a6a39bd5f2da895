<script setup lang="ts">
import type { TodaySetting } from '~/shared/plan/planRequests'
import { isForPage } from '~/shared/ui/keys'
import AdjustmentList from './AdjustmentList.vue'
import { useAdjustments } from './useAdjustments'

/** The first small change that practice suggests of the routine that stands in front; one key takes it. */
const props = defineProps<{ routineId: string; setting: TodaySetting; isReady: boolean }>()
const { adjustments, phrase, take, taken, takeBack } = useAdjustments(
  computed(() => props.setting),
  computed(() => props.isReady),
)
const here = computed(() => adjustments.value.filter(({ routineId }) => routineId === props.routineId).slice(0, 1))
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (!isForPage(event) || event.key.toLowerCase() !== 'g' || !here.value[0]) return
  event.preventDefault()
  void take(here.value[0])
})
</script>

<template>
  <AdjustmentList
    :adjustments="here"
    :phrase="phrase"
    :taken="taken?.words ?? ''"
    shortcut="G"
    @take="take"
    @take-back="takeBack"
  />
</template>
