<script setup lang="ts">
import { VERSION_KINDS, type FormVersion, type VersionKind } from '#core/forms'
import { VERSION_WORDS } from '~/shared/words/practice'

/** The other versions in which a form can be done, each with what it changes. */
const props = defineProps<{ versions: FormVersion[] }>()
const emit = defineEmits<{ change: [versions: FormVersion[]] }>()

const find = (kind: VersionKind) => props.versions.find((version) => version.kind === kind)
function toggle(kind: VersionKind) {
  const others = props.versions.filter((version) => version.kind !== kind)
  emit('change', find(kind) ? others : [...others, { kind, change: '' }])
}
const describe = (kind: VersionKind, change: string) =>
  emit(
    'change',
    props.versions.map((version) => (version.kind === kind ? { kind, change } : version)),
  )
</script>

<template>
  <fieldset class="versions">
    <legend class="label">Also done</legend>
    <div v-for="kind in VERSION_KINDS" :key="kind" class="version">
      <label class="row">
        <input type="checkbox" :checked="!!find(kind)" @change="toggle(kind)" />
        {{ VERSION_WORDS[kind] }}
      </label>
      <InputText
        v-if="find(kind)"
        :model-value="find(kind)!.change"
        maxlength="400"
        placeholder="What is different"
        :aria-label="`What is different ${VERSION_WORDS[kind]}`"
        @update:model-value="describe(kind, $event ?? '')"
      />
    </div>
  </fieldset>
</template>

<style scoped>
.versions {
  border: 0;
  padding: 0;
  margin: 0;
  min-width: 0;
  display: grid;
  gap: 0.4rem;
}
.version {
  display: grid;
  gap: 0.3rem;
}
</style>
