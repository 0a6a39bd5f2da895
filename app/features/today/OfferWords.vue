<script setup lang="ts">
import type { OfferWords } from './todayWords'

/** The offer in words, with a line for each reason. */
defineProps<{ words: OfferWords }>()
</script>

<template>
  <div class="offer-words">
    <h2>{{ words.name }}</h2>
    <p>
      <strong>{{ words.length }}</strong> at my pace · {{ words.steps }}
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
