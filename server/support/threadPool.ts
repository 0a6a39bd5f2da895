import type { Worker } from 'node:worker_threads'
import type { Places } from './places'

/** So many questions may wait; whoever comes then is asked to come again. */
const MOST_WAITING = 6
/** Nothing that is asked may take longer, unless its pool says so; searches answer their best well before. */
const MOST_WORK_MS = 5000
/** Nobody waits longer for a turn than this: whoever has not had one is asked to come again. */
const MOST_WAIT_MS = 5000
/** A thread that nobody asks anything for so long is ended, and its memory given back. */
const IDLE_MS = 1000

/** Why a question has no answer: too many wait, it took too long or too much memory, or the server is going down. */
export class NoAnswerError extends Error {
  constructor(readonly why: 'busy' | 'tooMuch' | 'closing') {
    super(why)
    this.name = 'NoAnswerError'
  }
}

interface Job<Question, Answer> {
  question: Question
  isGone: () => boolean
  resolve: (answer: Answer) => void
  reject: (error: NoAnswerError) => void
}

/** Threads that work at questions beside the server, one at a time each. */
export interface ThreadPool<Question, Answer> {
  /** Whether another question would be turned away: then its body need not be read. */
  isBusy: () => boolean
  /** Ask. `isGone` tells whether anybody still waits for the answer. Throws `NoAnswerError`. */
  ask: (question: Question, isGone: () => boolean) => Promise<Answer>
  /** Turn away what waits, give what runs so long to finish, and end. */
  close: (withinMs: number) => Promise<void>
}

/** A pool of at most so many threads, each made when it is first needed; one works only at a place that is free. */
export function createThreadPool<Question, Answer>(
  places: Places,
  mostThreads: number,
  makeThread: () => Worker | Promise<Worker>,
  mostWorkMs = MOST_WORK_MS,
  idleMs = IDLE_MS,
): ThreadPool<Question, Answer> {
  const waiting: Job<Question, Answer>[] = []
  const idle: Worker[] = []
  const running = new Map<Worker, Job<Question, Answer> & { alarm: NodeJS.Timeout }>()
  /** Threads that are being made: they count as running. */
  let coming = 0
  let isClosing = false

  function next() {
    while (waiting.length > 0 && (idle.length > 0 || running.size + coming < mostThreads) && places.take()) {
      const job = waiting.shift()!
      const thread = idle.pop()
      if (job.isGone()) {
        if (thread) idle.push(thread)
        job.reject(new NoAnswerError('closing'))
        places.give()
      } else if (thread) work(job, thread)
      else void begin(job)
    }
  }

  /** Whoever still has no turn. */
  function turnAway(job: Job<Question, Answer>) {
    const place = waiting.indexOf(job)
    if (place < 0) return
    waiting.splice(place, 1)
    job.reject(new NoAnswerError('busy'))
  }

  async function begin(job: Job<Question, Answer>) {
    coming += 1
    try {
      const thread = await makeThread()
      thread.unref()
      thread.on('message', (answer: Answer) => answered(thread, answer))
      thread.on('error', () => failed(thread))
      thread.on('exit', () => failed(thread))
      work(job, thread)
    } catch {
      job.reject(new NoAnswerError('tooMuch'))
      places.give()
    } finally {
      coming -= 1
    }
    next()
  }

  function answered(thread: Worker, answer: Answer) {
    const job = over(thread)
    idle.push(thread)
    job?.resolve(answer)
    if (job) places.give()
    setTimeout(() => letGo(thread), idleMs).unref()
  }

  /** End one that has nothing to do; the last to become idle is the first to be asked again. */
  function letGo(thread: Worker) {
    const place = idle.indexOf(thread)
    if (place < 0) return
    idle.splice(place, 1)
    void thread.terminate()
  }

  function work(job: Job<Question, Answer>, thread: Worker) {
    running.set(thread, { ...job, alarm: setTimeout(() => failed(thread), mostWorkMs) })
    thread.postMessage(job.question)
  }

  /** The job that a thread had. */
  function over(thread: Worker): Job<Question, Answer> | undefined {
    const job = running.get(thread)
    clearTimeout(job?.alarm)
    running.delete(thread)
    return job
  }

  /** One that has failed, or takes too long, is not asked again. */
  function failed(thread: Worker) {
    const job = over(thread)
    letGo(thread)
    void thread.terminate()
    job?.reject(new NoAnswerError(isClosing ? 'closing' : 'tooMuch'))
    if (job) places.give()
    else next()
  }

  places.onFree(next)
  return {
    isBusy: () => isClosing || waiting.length >= MOST_WAITING,
    ask(question, isGone) {
      if (isClosing) return Promise.reject(new NoAnswerError('closing'))
      if (waiting.length >= MOST_WAITING) return Promise.reject(new NoAnswerError('busy'))
      return new Promise((resolve, reject) => {
        const job = { question, isGone, resolve, reject }
        waiting.push(job)
        next()
        setTimeout(() => turnAway(job), MOST_WAIT_MS).unref()
      })
    },
    async close(withinMs) {
      isClosing = true
      for (const job of waiting.splice(0)) job.reject(new NoAnswerError('closing'))
      const until = Date.now() + withinMs
      while (running.size + coming > 0 && Date.now() < until) await new Promise((resolve) => setTimeout(resolve, 50))
      await Promise.all([...running.keys(), ...idle.splice(0)].map((thread) => thread.terminate()))
    },
  }
}
