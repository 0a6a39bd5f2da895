/** Why Opus cannot be made here; empty where it can, and until that is known. */
export function useOpusHere() {
  const missing = ref('')
  onMounted(async () => {
    // The browser makes it itself, where it can.
    const config = { codec: 'opus', sampleRate: 48_000, numberOfChannels: 2, bitrate: 96_000 }
    const can =
      typeof AudioEncoder === 'function' &&
      (await AudioEncoder.isConfigSupported(config).then(
        ({ supported }) => supported ?? false,
        () => false,
      ))
    if (!can)
      missing.value = 'This browser cannot make Opus, or the page is not secure. MP3 and WAV are made everywhere.'
  })
  return missing
}
