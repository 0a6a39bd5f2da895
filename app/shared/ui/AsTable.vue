<script setup lang="ts">
import { useGrowing } from './growing'

/** What a picture shows, as a table below it: the first of each row is its head. Its rows are made when it is opened: years have thousands of them. */
type Row = readonly (string | number)[]
const props = defineProps<{ caption: string; columns: readonly string[]; rows: () => readonly Row[] }>()
const isOpen = ref(false)
const AT_ONCE = 60
const shown = useGrowing(() => (isOpen.value ? props.rows() : []), AT_ONCE)
</script>

<template>
  <details class="small" @toggle="isOpen = ($event.currentTarget as HTMLDetailsElement).open">
    <summary>As a table</summary>
    <table class="ledger">
      <caption class="visually-hidden">
        {{
          caption
        }}
      </caption>
      <thead>
        <tr>
          <th v-for="column in columns" :key="column" scope="col">{{ column }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="[head, ...cells] in shown" :key="head">
          <th scope="row">{{ head }}</th>
          <td v-for="(cell, at) in cells" :key="at">{{ cell }}</td>
        </tr>
      </tbody>
    </table>
  </details>
</template>
