<script setup lang="ts">
import type { Form } from '#core/forms'
import FormPicture from '~/shared/drawing/FormPicture.vue'
import { PART_WORDS, countPhrase } from '~/shared/words/practice'

/** A form that can be added, and how often it is in the routine already. */
defineProps<{ form: Form; times: number; isStop: boolean }>()
defineEmits<{ pick: []; reach: [] }>()
</script>

<template>
  <li>
    <button
      type="button"
      :tabindex="isStop ? 0 : -1"
      :aria-label="`Add ${form.name}`"
      @click="$emit('pick')"
      @focus="$emit('reach')"
    >
      <span class="swatch" :style="{ background: `var(--part-${form.part})` }" aria-hidden="true" />
      <span class="form-name"
        >{{ form.name }}<strong v-if="times > 0" class="small"> · {{ times }}× in it</strong></span
      >
      <FormPicture beside class="picture" :form="form" only="feet" />
      <span class="soft small">{{ PART_WORDS[form.part] }} · {{ countPhrase(form, form.counts.usual) }}</span>
    </button>
  </li>
</template>

<style scoped>
button {
  width: 100%;
  min-height: 2.75rem;
  font: inherit;
  color: inherit;
  text-align: left;
  background: none;
  border: 0;
  border-radius: 8px;
  cursor: pointer;
  display: grid;
  grid-template-columns: 1.4rem 1fr auto;
  align-items: center;
  gap: 0 0.6rem;
  padding: 0.35rem 0.4rem;
  overflow-wrap: anywhere;
  line-height: 1.25;
}
button:focus-visible {
  outline-offset: -3px;
}
button:hover {
  background: var(--pb-water);
}
.picture {
  grid-area: 1 / 3 / 3;
}
.swatch {
  width: 1.4rem;
  height: 0.8rem;
  border-radius: 45% 55% 50% 50%;
}
button > .small {
  grid-column: 2;
}
</style>
