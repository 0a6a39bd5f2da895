<script setup lang="ts">
import type { ForeseenPlace, ForeseenWords } from '~/shared/store/foreseen'
import StillOpening from '~/shared/ui/StillOpening.vue'
import OfferWords from './OfferWords.vue'

/** What was foreseen for now, where it will stand, while the store is being opened. */
defineProps<{ words: ForeseenWords; place: ForeseenPlace }>()
</script>

<template>
  <div class="foreseen">
    <div :style="{ height: `${place.asksHeight}px` }" />
    <p v-if="words.rest" class="rest-said" :class="{ first: words.restFirst }">{{ words.rest }}</p>
    <OfferWords :words="words" :style="{ width: `${place.offerWidth}px` }" />
    <StillOpening />
  </div>
</template>
