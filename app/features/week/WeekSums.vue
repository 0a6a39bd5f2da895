<script setup lang="ts">
import { amountsInAll, type Amounts } from '#core/plan'
import { AREAS } from '#core/forms'
import { AREA_WORDS } from '~/shared/words/body'
import { minutesPhrase } from '~/shared/words/time'

/** What the week comes to, as it is planned and as it was done, side by side. */
const props = defineProps<{ amounts: { planned: Amounts; done: Amounts }[] }>()
const planned = computed(() => amountsInAll(props.amounts.map((each) => each.planned)))
const done = computed(() => amountsInAll(props.amounts.map((each) => each.done)))
const rows = computed(() => {
  const areas = AREAS.map((area) => ({
    name: AREA_WORDS[area],
    planned: planned.value.areas[area] ?? 0,
    done: done.value.areas[area] ?? 0,
  }))
  return areas
    .filter((each) => each.planned > 0 || each.done > 0)
    .sort((one, other) => other.planned + other.done - one.planned - one.done)
})
const most = computed(() => Math.max(1, ...rows.value.flatMap((each) => [each.planned, each.done])))
const width = (seconds: number) => `calc((100% - 5.5rem) * ${(seconds / most.value).toFixed(3)})`
</script>

<template>
  <section v-if="rows.length > 0" class="stack" aria-labelledby="comes-to">
    <h2 id="comes-to">Totals</h2>
    <p>
      {{ minutesPhrase(planned.seconds) }} planned, {{ minutesPhrase(done.seconds) }} done<template
        v-if="planned.standing > 0 || done.standing > 0"
        >; standing still {{ minutesPhrase(planned.standing) }} planned,
        {{ minutesPhrase(done.standing) }} done</template
      >.
    </p>
    <table class="areas">
      <thead>
        <tr>
          <th scope="col">For</th>
          <th scope="col">planned</th>
          <th scope="col">done</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.name">
          <th scope="row">{{ row.name }}</th>
          <td>
            <span v-if="row.planned > 0" class="bar laid" :style="{ width: width(row.planned) }" /><span>{{
              minutesPhrase(row.planned)
            }}</span>
          </td>
          <td>
            <span v-if="row.done > 0" class="bar done" :style="{ width: width(row.done) }" /><span>{{
              minutesPhrase(row.done)
            }}</span>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.areas {
  border-collapse: collapse;
  width: 100%;
  max-width: 52rem;
}
th {
  text-align: left;
  font-weight: 400;
  padding: 0.15rem 0.8rem 0.15rem 0;
}
thead th {
  color: var(--pb-soft);
}
td {
  width: 38%;
  padding: 0.15rem 0.8rem 0.15rem 0;
}
td span {
  display: inline-block;
  font-size: 0.85rem;
  white-space: nowrap;
}
td span + span {
  margin-left: 0.5rem;
}
.bar {
  height: 0.55rem;
  border-radius: 0.3rem;
  box-sizing: border-box;
}
.bar.laid {
  border: 2px solid var(--pb-ink);
}
.bar.done {
  background: var(--pb-moss);
}
</style>
