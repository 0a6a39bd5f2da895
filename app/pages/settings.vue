<script setup lang="ts">
import ExchangePanel from '~/features/exchange/ExchangePanel.vue'
import KeptBeside from '~/features/handover/KeptBeside.vue'
import SettingsScreen from '~/features/settings/SettingsScreen.vue'
</script>

<template>
  <SettingsScreen>
    <template #data>
      <ExchangePanel><KeptBeside /></ExchangePanel>
    </template>
  </SettingsScreen>
</template>
