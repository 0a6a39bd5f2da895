<script setup lang="ts">
import ExchangePanel from '~/features/exchange/ExchangePanel.vue'
import SettingsScreen from '~/features/settings/SettingsScreen.vue'
</script>

<template>
  <SettingsScreen>
    <template #data><ExchangePanel /></template>
  </SettingsScreen>
</template>
