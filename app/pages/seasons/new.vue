<script setup lang="ts">
import SeasonNew from '~/features/seasons/SeasonNew.vue'
</script>

<template>
  <SeasonNew />
</template>
