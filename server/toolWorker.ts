import { parentPort } from 'node:worker_threads'
import type { Fault } from '#core/basics'
import { toolNamed } from '#core/tools'
import { demoArchive } from '#data'

/** The demo is no tool, but takes as long as some. */
const DEMO = 'demo'

/** What is asked of the worker, and what it answers: texts, so that no large value is copied between threads. */
export interface ToolQuestion {
  name: string
  body: string
}
export interface ToolAnswer {
  statusCode: number
  body: string
}

/** A larger answer is refused: a request of a few lines could ask for a hundred times that. */
const MOST_ANSWER_LETTERS = 5_000_000

const faulty = (statusCode: number, faults: Fault[]): ToolAnswer => ({ statusCode, body: JSON.stringify(faults) })

function answer({ name, body }: ToolQuestion): ToolAnswer {
  let value: unknown
  try {
    value = JSON.parse(body)
  } catch {
    return faulty(400, [{ path: 'body', message: 'The body is not JSON.' }])
  }
  if (name === DEMO) {
    const { date, zone } = value as { date: string; zone: string }
    return { statusCode: 200, body: demoArchive(date, zone) }
  }
  const answered = toolNamed(name)!.answer(value)
  if (!answered.ok) return faulty(400, answered.faults)
  const text = JSON.stringify(answered.value)
  if (text.length > MOST_ANSWER_LETTERS) return faulty(422, [{ path: 'body', message: TOO_LARGE }])
  return { statusCode: 200, body: text }
}
const TOO_LARGE = 'The answer would be larger than 5 MB. Ask for a shorter routine.'

parentPort!.on('message', (question: ToolQuestion) => parentPort!.postMessage(answer(question)))
