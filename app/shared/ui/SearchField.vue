<script setup lang="ts">
import { afterPicture } from '~/shared/drawing/afterPicture'

/** A field for the words that something is looked for with: a letter that is typed stands there before what answers to it is looked for and drawn. */
const asked = defineModel<string>({ required: true })
const typed = ref(asked.value)
let callOff = () => {}
function look() {
  callOff()
  asked.value = typed.value
}
function type(words = '') {
  typed.value = words
  callOff()
  callOff = afterPicture(look)
}
watch(asked, (words) => {
  callOff()
  typed.value = words
})
onScopeDispose(() => callOff())
</script>

<template>
  <InputText :model-value="typed" type="search" @update:model-value="type" @keydown.enter="look" />
</template>
