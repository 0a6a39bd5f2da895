<script setup lang="ts">
import { REMOTE_ACTIONS, type RemoteAction } from '#core/runner'
import { ACTION_WORDS } from '~/shared/words/commands'

/** What an input of the remote does. */
defineProps<{ label: string; modelValue: RemoteAction | null }>()
defineEmits<{ 'update:modelValue': [action: RemoteAction] }>()
const actions = REMOTE_ACTIONS.map((value) => ({ value, name: ACTION_WORDS[value] }))
</script>

<template>
  <Select
    size="small"
    :model-value="modelValue ?? 'nothing'"
    :options="actions"
    option-label="name"
    option-value="value"
    :aria-label="label"
    @update:model-value="$emit('update:modelValue', $event)"
  />
</template>
