import { demoArchive } from '#data'

/** Makes the demo where no server does. */
self.onmessage = ({ data: { date, zone } }: MessageEvent<{ date: string; zone: string }>) =>
  self.postMessage(demoArchive(date, zone))
