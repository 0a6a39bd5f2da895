import { availableParallelism } from 'node:os'
import { Worker } from 'node:worker_threads'
import workerCode from '#tool-worker'
import { serverPlaces } from './places'
import { createThreadPool } from './threadPool'
import type { ToolAnswer, ToolQuestion } from '../toolWorker'

/** So many tools are worked at beside the server; one processor is left to everything else. */
const MOST_WORKERS = Math.max(1, Math.min(2, availableParallelism() - 1))
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
