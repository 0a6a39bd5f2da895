import { Worker } from 'node:worker_threads'
import workerCode from '#tool-worker'
import { serverPlaces } from './places'
import { createThreadPool } from './threadPool'
import type { ToolAnswer, ToolQuestion } from '../toolWorker'

/** So many tools are worked at beside the server: one that takes long lets another pass. */
const MOST_WORKERS = 2
const MOST_MEMORY_MB = 96
/** What is made and thrown away at once; more of it is only held, not faster. */
const MOST_YOUNG_MB = 4

/** The threads in which the tools are worked at. */
export const toolPool = createThreadPool<ToolQuestion, ToolAnswer>(
  serverPlaces,
  MOST_WORKERS,
  () =>
    new Worker(workerCode, {
      eval: true,
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB, maxYoungGenerationSizeMb: MOST_YOUNG_MB },
    }),
)

/** A year is followed for the demo, which makes and throws away much; on a machine that is busy it may take a while, and it is asked for once. */
const DEMO_YOUNG_MB = 8
const DEMO_MEMORY_MB = 56
const DEMO_WORK_MS = 30_000
/** Its memory is given back at once: it is seldom asked for twice, and other threads want theirs. */
const DEMO_IDLE_MS = 0
/** The thread in which demos are made. */
export const demoPool = createThreadPool<ToolQuestion, ToolAnswer>(
  serverPlaces,
  1,
  () =>
    new Worker(workerCode, {
      eval: true,
      resourceLimits: { maxOldGenerationSizeMb: DEMO_MEMORY_MB, maxYoungGenerationSizeMb: DEMO_YOUNG_MB },
    }),
  DEMO_WORK_MS,
  DEMO_IDLE_MS,
)
