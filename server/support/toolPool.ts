import { availableParallelism } from 'node:os'
import { Worker } from 'node:worker_threads'
import workerCode from '#tool-worker'
import type { ToolAnswer, ToolQuestion } from '../toolWorker'

/** So many tools are worked at beside the server; one processor is left to everything else. */
const MOST_WORKERS = Math.max(1, Math.min(2, availableParallelism() - 1))
/** So many questions may wait; whoever comes then is asked to come again. */
const MOST_WAITING = 6
/** Nothing that is asked may take longer; searches answer their best well before. */
const MOST_WORK_MS = 5000
const MOST_MEMORY_MB = 128
/** A thread that nobody asks anything for so long is ended, and its memory given back. */
const IDLE_MS = 3000

/** Why a question has no answer: too many wait, it took too long or too much memory, or the server is going down. */
export class NoAnswerError extends Error {
  constructor(readonly why: 'busy' | 'tooMuch' | 'closing') {
    super(why)
    this.name = 'NoAnswerError'
  }
}

interface Job {
  question: ToolQuestion
  isGone: () => boolean
  resolve: (answer: ToolAnswer) => void
  reject: (error: NoAnswerError) => void
}

const waiting: Job[] = []
const idle: Worker[] = []
const running = new Map<Worker, Job & { alarm: NodeJS.Timeout }>()
let isClosing = false

/** Whether another question would be turned away: then its body need not be read. */
export const isBusy = () => isClosing || waiting.length >= MOST_WAITING

/** Ask a tool in a thread of its own. `isGone` tells whether anybody still waits for the answer. Throws `NoAnswerError`. */
export function askTool(question: ToolQuestion, isGone: () => boolean): Promise<ToolAnswer> {
  if (isClosing) return Promise.reject(new NoAnswerError('closing'))
  if (waiting.length >= MOST_WAITING) return Promise.reject(new NoAnswerError('busy'))
  return new Promise((resolve, reject) => {
    waiting.push({ question, isGone, resolve, reject })
    next()
  })
}

function next() {
  while (waiting.length > 0 && (idle.length > 0 || running.size < MOST_WORKERS)) {
    const job = waiting.shift()!
    if (job.isGone()) job.reject(new NoAnswerError('closing'))
    else work(job, idle.pop() ?? newWorker())
  }
}

function newWorker(): Worker {
  const worker = new Worker(workerCode, { eval: true, resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB } })
  worker.unref()
  worker.on('message', (answer: ToolAnswer) => {
    const job = over(worker)
    idle.push(worker)
    job?.resolve(answer)
    next()
    setTimeout(() => letGo(worker), IDLE_MS).unref()
  })
  worker.on('error', () => failed(worker))
  worker.on('exit', () => failed(worker))
  return worker
}

/** End one that has nothing to do; the last to become idle is the first to be asked again. */
function letGo(worker: Worker) {
  const place = idle.indexOf(worker)
  if (place < 0) return
  idle.splice(place, 1)
  void worker.terminate()
}

function work(job: Job, worker: Worker) {
  running.set(worker, { ...job, alarm: setTimeout(() => failed(worker), MOST_WORK_MS) })
  worker.postMessage(job.question)
}

/** The job that a worker had. */
function over(worker: Worker): Job | undefined {
  const job = running.get(worker)
  clearTimeout(job?.alarm)
  running.delete(worker)
  return job
}

/** One that has failed, or takes too long, is not asked again. */
function failed(worker: Worker) {
  const job = over(worker)
  letGo(worker)
  void worker.terminate()
  job?.reject(new NoAnswerError(isClosing ? 'closing' : 'tooMuch'))
  next()
}

/** Turn away what waits, give what runs so long to finish, and end. */
export async function closePool(withinMs: number): Promise<void> {
  isClosing = true
  for (const job of waiting.splice(0)) job.reject(new NoAnswerError('closing'))
  const until = Date.now() + withinMs
  while (running.size > 0 && Date.now() < until) await new Promise((resolve) => setTimeout(resolve, 50))
  await Promise.all([...running.keys(), ...idle.splice(0)].map((worker) => worker.terminate()))
}
