import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'

const page = readFileSync('docs/formats.md', 'utf8')

/** The JSON that follows `<!-- example: name -->` in docs/formats.md. */
function example(name: string) {
  const found = new RegExp(`<!-- example: ${name} -->\\s*\`\`\`json\\n([\\s\\S]*?)\`\`\``).exec(page)
  if (!found) throw new Error(`docs/formats.md has no example ${name}`)
  return JSON.parse(found[1]!)
}

test('POST /api/timeline answers as documented', async ({ request }) => {
  const answer = await request.post('/api/timeline', { data: example('request') })
  expect(answer.status()).toBe(200)
  const { timeline, totals } = await answer.json()
  expect(totals).toEqual(example('totals'))
  expect(timeline.segments.at(-1).startSeconds + timeline.segments.at(-1).lengthSeconds).toBe(totals.totalSeconds)
})

test('names the field at fault', async ({ request }) => {
  const body = example('request')
  body.routine.entries[0].count = 0
  const answer = await request.post('/api/timeline', { data: body })
  expect(answer.status()).toBe(400)
  expect((await answer.json()).data.faults).toEqual(example('faults'))

  const gone = example('request')
  gone.forms = gone.forms.slice(1)
  const missing = await request.post('/api/timeline', { data: gone })
  expect(missing.status()).toBe(400)
  expect(JSON.stringify(await missing.json())).toContain('The step s1 uses the form lift, which is not known.')

  const text = await request.post('/api/timeline', {
    data: 'not json',
    headers: { 'content-type': 'application/json' },
  })
  expect(text.status()).toBe(400)
})

test('refuses what is too large, by its declared length and by its true one', async ({ request, baseURL }) => {
  const large = await request.post('/api/timeline', { data: { filler: 'x'.repeat(1_000_001) } })
  expect(large.status()).toBe(413)
  const stream = new ReadableStream({
    start(controller) {
      for (let kilobytes = 0; kilobytes < 1100; kilobytes += 1)
        controller.enqueue(new TextEncoder().encode('x'.repeat(1000)))
      controller.close()
    },
  })
  const streamed = await fetch(`${baseURL}/api/timeline`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: stream,
    duplex: 'half',
  } as RequestInit)
  expect(streamed.status).toBe(413)

  const body = example('request')
  body.routine.entries = [
    {
      kind: 'group',
      id: 'g',
      name: 'Rounds',
      pattern: 'rounds',
      stages: [],
      optional: false,
      pinned: false,
      off: false,
      rounds: 36,
      restBreaths: 0,
      steps: Array.from({ length: 60 }, (_, at) => ({ ...body.routine.entries[0], id: `s${at}`, count: 3600 })),
    },
  ]
  const endless = await request.post('/api/timeline', { data: body })
  expect(endless.status()).toBe(400)
  expect(JSON.stringify(await endless.json())).toContain('The routine is too long')
})

test(
  'the command line answers as the routes do, and names what is wrong as JSON with exit code 1',
  { tag: '@slow' },
  async ({ request }) => {
    const core = (name: string, input: string) => {
      const { status, stdout } = spawnSync('npm', ['run', '-s', 'core', '--', name], {
        input,
        encoding: 'utf8',
        timeout: 120_000,
      })
      return { status, answer: JSON.parse(stdout) }
    }
    const body = example('request')
    const route = await (await request.post('/api/timeline', { data: body })).json()
    expect(core('timeline', JSON.stringify(body))).toEqual({ status: 0, answer: route })
    body.routine.entries[0].count = 0
    expect(core('timeline', JSON.stringify(body))).toEqual({ status: 1, answer: { faults: example('faults') } })
    const unknown = core('levitate', '{}')
    expect(unknown.status).toBe(1)
    expect(unknown.answer.faults[0].message).toContain('timeline, fit, check')
    expect((await request.post('/api/levitate', { data: {} })).status()).toBe(404)
  },
)

test('GET /api/catalogue and /api/demo', async ({ request }) => {
  const catalogue = await (await request.get('/api/catalogue')).json()
  expect(catalogue.forms.length).toBeGreaterThanOrEqual(170)
  expect(catalogue.routines.length).toBeGreaterThanOrEqual(16)
  const demo = await request.get('/api/demo?date=2026-03-01&zone=Europe/Lisbon')
  expect((await demo.json()).format).toBe('pebblebrook-archive')
  for (const query of ['', '?date=soon', '?date=2026-02-30', '?date=2026-03-01&zone=Nowhere']) {
    expect((await request.get(`/api/demo${query}`)).status()).toBe(400)
  }
})

test('POST /api/fit fits as documented, and names what is missing', async ({ request }) => {
  const body = { ...example('request'), targetSeconds: 120, toleranceSeconds: null }
  const answer = await request.post('/api/fit', { data: body })
  expect(answer.status()).toBe(200)
  const fit = await answer.json()
  expect(fit).toMatchObject(example('fit'))
  const timeline = await request.post('/api/timeline', { data: { ...example('request'), routine: fit.routine } })
  expect((await timeline.json()).totals.totalSeconds).toBe(fit.seconds)

  const bad = await request.post('/api/fit', { data: { ...body, targetSeconds: 5 } })
  expect(bad.status()).toBe(400)
  expect(JSON.stringify(await bad.json())).toContain('targetSeconds must be at least 30.')
})

test('POST /api/check looks a routine over', async ({ request }) => {
  const body = { ...example('request'), conditions: [], stages: [], longestStillSeconds: null }
  body.routine.entries.length = 1
  const answer = await request.post('/api/check', { data: body })
  expect(answer.status()).toBe(200)
  expect((await answer.json()).findings.map(({ kind }: { kind: string }) => kind)).toEqual(['noClosing'])
  const bad = await request.post('/api/check', { data: { ...body, conditions: ['sore thumb'] } })
  expect(bad.status()).toBe(400)
  expect(JSON.stringify(await bad.json())).toContain('conditions[0] must be one of')
})

test('POST /api/propose proposes what is wise, and names what is wrong', async ({ request }) => {
  const { forms } = await (await request.get('/api/catalogue')).json()
  const { pace, rules, ways } = example('request')
  const known = { stages: [], days: [], longestStillSeconds: null, seed: 7, another: 0 }
  const body = { purpose: 'seated', minutes: 12, states: [], conditions: [], forms, ways, pace, rules, ...known }
  const answer = await request.post('/api/propose', { data: body })
  expect(answer.status()).toBe(200)
  const { routine, posture, fit } = await answer.json()
  // A busy machine may not come to the best in the time that is given, and says so.
  expect({ posture, isRight: fit.met || !fit.proven }).toEqual({ posture: 'seated', isRight: true })
  const timeline = await request.post('/api/timeline', { data: { routine, forms, ways, pace, rules } })
  const { occurrences } = (await timeline.json()).timeline
  expect(new Set(occurrences.map(({ stance }: { stance: string }) => stance))).toEqual(new Set(['seated']))
  const bad = await request.post('/api/propose', { data: { ...body, purpose: 'levitation' } })
  expect(bad.status()).toBe(400)
  expect(JSON.stringify(await bad.json())).toContain('purpose must be one of')
})

test('POST /api/say answers words with a sound, and keeps to its limits', async ({ request }) => {
  const say = (text: unknown) => request.post('/api/say', { data: { text } })
  const answer = await say('Moon over the well')
  expect(answer.status()).toBe(200)
  expect(answer.headers()['content-type']).toBe('audio/wav')
  const wav = await answer.body()
  expect([wav.toString('latin1', 0, 4), wav.toString('latin1', 8, 12)]).toEqual(['RIFF', 'WAVE'])
  const samples = new Int16Array(wav.buffer.slice(wav.byteOffset + 44, wav.byteOffset + wav.length - (wav.length % 2)))
  const seconds = samples.length / wav.readUInt32LE(24)
  expect(seconds).toBeGreaterThan(0.8)
  expect(seconds).toBeLessThan(2.5)
  expect(samples.reduce((most, each) => Math.max(most, Math.abs(each)), 0)).toBeGreaterThan(3000)
  // The same words sound the same, others do not; marks on letters make no difference.
  expect((await (await say('Moon over the well')).body()).equals(wav)).toBe(true)
  expect((await (await say('Mōon over the wéll')).body()).equals(wav)).toBe(true)
  expect((await (await say('Sun over the well')).body()).equals(wav)).toBe(false)

  for (const [text, message] of [
    ['', 'text must have a letter or a figure.'],
    ['x'.repeat(121), 'text may have at most 120 letters.'],
    ['one\ntwo', 'text must be one line of plain text.'],
    [7, /text/],
  ] as const) {
    const refused = await say(text)
    expect(refused.status()).toBe(400)
    expect((await refused.json()).data.faults[0].message).toEqual(
      typeof message === 'string' ? message : expect.stringMatching(message),
    )
  }
  expect((await say('気功')).status()).toBe(422)
  expect((await request.get('/api/say')).status()).toBe(405)
  // More at once than are worked at: each is answered or asked to come again, and none is lost.
  const many = await Promise.all(Array.from({ length: 20 }, (_, at) => say(`Form number ${at}`)))
  const statuses = new Set(many.map((each) => each.status()))
  expect([...statuses].every((status) => status === 200 || status === 429)).toBe(true)
  expect(statuses.has(200)).toBe(true)
})
