<script setup lang="ts">
/** What a picture shows, as a table below it: the first of each row is its head. */
defineProps<{ caption: string; columns: readonly string[]; rows: readonly (readonly (string | number)[])[] }>()
</script>

<template>
  <details class="small">
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
        <tr v-for="[head, ...cells] in rows" :key="head">
          <th scope="row">{{ head }}</th>
          <td v-for="(cell, at) in cells" :key="at">{{ cell }}</td>
        </tr>
      </tbody>
    </table>
  </details>
</template>
