<script setup lang="ts">
import type { OfferWords } from '~/shared/store/foreseen'

/** What stands in front of Today, to be read, with a line for each reason. What stands before the application is there looks the same: see main.css. */
defineProps<{ words: OfferWords }>()
</script>

<template>
  <div class="offer-words">
    <h2>{{ words.name }}</h2>
    <p>
      <strong>{{ words.length }}</strong> at my breath · {{ words.steps }}
    </p>
    <div class="because" aria-live="polite">
      <span>Because:</span>
      <ul>
        <li v-for="reason in words.reasons" :key="reason">{{ reason }}</li>
      </ul>
    </div>
    <p v-if="words.changed" class="small">{{ words.changed }}</p>
  </div>
</template>
