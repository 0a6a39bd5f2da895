<script setup lang="ts">
import type { FollowWords } from '~/composables/followWords'

/** What is done now, how much is left of it and what follows: on the left for the left, on the right for the right. */
defineProps<{ words: FollowWords; far: boolean }>()
</script>

<template>
  <section class="now" :class="[words.place, { far }]" aria-label="Now">
    <div class="movement">
      <p class="over">{{ words.over }}</p>
      <p class="word" :style="{ '--letters': longestWord(words.word) }">{{ words.word }}</p>
    </div>
    <div class="left-over">
      <p class="figure" :class="{ long: words.figure.length > 3 }">{{ words.figure }}</p>
      <p class="under">{{ words.under }}</p>
    </div>
  </section>
</template>

<style scoped>
.now {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
  align-items: start;
  gap: 1rem clamp(1rem, 4vw, 3rem);
  padding: 1.2rem clamp(1rem, 3vw, 2.5rem) 0;
  flex: 0 0 auto;
}
.now.right {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.7fr);
}
.now.right .movement {
  order: 2;
  text-align: right;
}
.now.right .left-over {
  text-align: left;
}
.now.middle .movement {
  text-align: center;
}
.left-over {
  text-align: right;
}
.over {
  font-size: clamp(1.3rem, 3.4vw, 2.8rem);
  overflow-wrap: anywhere;
}
.word {
  font-weight: 750;
  font-size: clamp(2.6rem, min(15vw, calc(100vw / var(--letters))), 10rem);
  line-height: 1.02;
  padding-top: 0.1em;
  max-width: none;
  overflow-wrap: anywhere;
}
.figure {
  font-weight: 750;
  font-size: clamp(3.6rem, 15vw, 11.5rem);
  line-height: 0.95;
  max-width: none;
  min-height: 0.95em;
}
.figure.long {
  font-size: clamp(3rem, 11vw, 8rem);
}
.under {
  font-size: clamp(1.1rem, 2.6vw, 2.1rem);
  max-width: none;
}
@media (max-width: 700px) {
  .now,
  .now.right {
    grid-template-columns: minmax(0, 1fr);
  }
  .word {
    font-size: clamp(2.6rem, min(22vw, calc(150vw / var(--letters))), 10rem);
  }
  .figure {
    font-size: 26vw;
  }
  .figure.long {
    font-size: 20vw;
  }
  .now.right .movement {
    order: 0;
  }
  .now.middle .movement,
  .now.middle .left-over {
    text-align: center;
  }
  .now.left .left-over {
    text-align: left;
  }
  .now.right .left-over {
    text-align: right;
  }
}
/* From afar everything that must be read is as tall as the distance asks, as far as the screen is wide enough. */
.far .word {
  --fits: calc(92vw / (0.58 * var(--letters)));
  font-size: max(clamp(2.6rem, min(15vw, calc(100vw / var(--letters))), 10rem), min(var(--far), var(--fits)));
}
.far .figure,
.far .figure.long {
  font-size: max(clamp(3rem, 15vw, 11.5rem), min(var(--far), 24vw));
}
.far .under,
.far .over {
  font-size: min(var(--far), max(2.1rem, 11vw));
  line-height: 1.05;
}
</style>
