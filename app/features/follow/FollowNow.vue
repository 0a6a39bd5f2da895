<script setup lang="ts">
import { type FollowWords, longestWord } from './followWords'
import { useFittedType } from './fittedType'

/** What is done now, how much is left of it and what follows: on the left for the left, on the right for the right. */
const props = defineProps<{
  words: FollowWords
  far: boolean
  /** Nothing goes on: that is said where the form's name stood, as large. */
  paused: boolean
  /** Whatever else, when it changes, changes the room that is left for the words. */
  beside: string
}>()
const heading = computed(() => (props.paused ? 'Paused' : props.words.heading))
const section = ref<HTMLElement | null>(null)
useFittedType(
  section,
  () => {
    const { heading, word, number, detail, screenSide } = props.words
    return [props.far, screenSide, heading, word, number.length, detail].join()
  },
  () => `${props.beside} ${props.paused}`,
)

/** Type is made to fit: no word is broken, and a long line does not push the water off the screen. */
const lettersOf = (text: string) => ({ '--longest': longestWord(text), '--letters': Math.max(4, text.length) })
</script>

<template>
  <section ref="section" class="now" :class="[words.screenSide, { far, coming: words.coming }]" aria-label="Now">
    <div class="movement">
      <p class="heading" :class="{ paused }" :style="lettersOf(heading)">{{ heading }}</p>
      <p class="word" :style="lettersOf(words.word)">{{ words.word }}</p>
    </div>
    <div class="remaining">
      <p class="number" :class="{ long: words.number.length > 3 }">{{ words.number }}</p>
      <p class="detail" :style="lettersOf(words.detail)">{{ words.detail }}</p>
    </div>
  </section>
</template>

<style scoped>
.now {
  /* A letter is about so wide, as a share of the type's size. */
  --em: 0.58;
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
.now.right .remaining {
  text-align: left;
}
.now.middle .movement {
  text-align: center;
}
.remaining {
  text-align: right;
}
.now p {
  max-width: none;
  text-wrap: balance;
  overflow-wrap: anywhere;
}
.heading {
  font-size: clamp(1.3rem, 3.4vw, 2.8rem);
}
/* In weight, not in colour: clay on paper is under the 7:1 that is asked here. */
.heading.paused {
  font-weight: 750;
}
.word {
  /* Two lines of its column at most, and no word broken. */
  --most: min(15vw, 10rem);
  --size: min(var(--most), 100vw / var(--longest), 98vw / (var(--em) * var(--letters)));
  font-weight: 750;
  font-size: max(2.6rem, var(--grand, 1) * var(--size));
  /* The room of one line at its largest: what lies below does not jump from phase to phase. */
  min-height: calc(var(--grand, 1) * var(--most) * 1.12);
  line-height: 1.02;
  padding-top: 0.1em;
}
.number {
  font-weight: 750;
  font-size: max(3.6rem, var(--grand, 1) * min(15vw, 11.5rem));
  line-height: 0.95;
  min-height: 0.95em;
}
.number.long {
  font-size: max(3rem, var(--grand, 1) * min(11vw, 8rem));
}
.detail {
  font-size: clamp(1.1rem, 2.6vw, 2.1rem);
}
/* From afar everything that must be read is as tall as the distance asks, as far as the screen is wide and high enough: the form's name
   keeps to one line and what follows to two. */
.far {
  --needed: calc(var(--far) * var(--tall, 1));
  grid-template: 'over over' auto 'word figure' auto 'under under' auto / minmax(0, 1fr) auto;
  gap: 0 2rem;
  padding-top: 0.6rem;
}
.far.right {
  grid-template: 'over over' auto 'figure word' auto 'under under' auto / auto minmax(0, 1fr);
}
.far .movement,
.far .remaining {
  display: contents;
}
.far .heading {
  grid-area: over;
  font-size: min(var(--needed), max(2.1rem, 94vw / (var(--em) * var(--letters))));
  line-height: 1.05;
  min-height: calc(var(--needed) * 1.05);
}
.far .word {
  grid-area: word;
  font-size: max(2.6rem, var(--grand, 1) * var(--size), min(var(--needed), 92vw / (var(--em) * var(--longest))));
}
.far .number,
.far .number.long {
  grid-area: figure;
  font-size: max(3rem, var(--grand, 1) * min(13vw, 11.5rem), min(var(--needed), 24vw));
}
.far .detail {
  grid-area: under;
  font-size: min(var(--needed), max(2.1rem, 165vw / (var(--em) * var(--letters))));
  line-height: 1.05;
  min-height: calc(var(--needed) * 2.1);
}
.far.coming .detail {
  min-height: 0;
}
@media (max-width: 700px) {
  .now,
  .now.right {
    grid-template: none / minmax(0, 1fr);
  }
  .now .movement,
  .now .remaining {
    display: block;
  }
  .word {
    --most: min(22vw, 10rem);
    --size: min(var(--most), 150vw / var(--longest), 250vw / (var(--em) * var(--letters)));
  }
  .now .number,
  .now .number.long {
    font-size: max(3rem, var(--grand, 1) * 22vw, min(var(--needed, 0px), 24vw));
  }
  .far .heading,
  .far .detail {
    min-height: 0;
  }
  .now.right .movement {
    order: 0;
  }
  /* One column: all of it stands on the side that it is for. */
  .now.left .remaining {
    text-align: left;
  }
  .now.right .remaining {
    text-align: right;
  }
  .now.middle .movement,
  .now.middle .remaining {
    text-align: center;
  }
}
</style>
