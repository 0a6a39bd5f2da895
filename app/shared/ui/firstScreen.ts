import { ref } from 'vue'

/** Whether the first screen stands: what it does not need is fetched and read after that. Today says it itself. */
export const stands = ref(false)
