<template>
  <p class="opening" role="status">Loading…</p>
</template>

<style scoped>
/* Mostly it takes no time that is worth a word; and what stands below does not jump. */
.opening {
  min-height: 70vh;
  animation: say 0s 1s both;
}
@keyframes say {
  from {
    visibility: hidden;
  }
}
</style>
