// node scripts/voice.mjs: makes the spoken cues that ship with the application, once, at development time. Needs Debian's flite and
// ffmpeg. Every word that the application can say of itself becomes one clip of Opus; clips are packed by kind, with an index beside.
import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createServer } from 'vite'
import { ROOT } from './prepare.mjs'

const VOICE = 'rms'
const vite = await createServer({
  root: ROOT,
  configFile: join(ROOT, 'vitest.config.ts'),
  appType: 'custom',
  logLevel: 'error',
  server: { middlewareMode: true, hmr: false, watch: null },
})
const phrases = await vite.ssrLoadModule('/core/sound/phrases.ts')
const { COMPANION_VERSIONS } = await vite.ssrLoadModule('/core/timeline/index.ts')
const { CATALOGUE } = await vite.ssrLoadModule('/data/index.ts')
const { CHOICES, CHOICE_NOTES, formMyWay, USUAL_HOUSE_RULES } = await vite.ssrLoadModule('/core/forms/index.ts')
await vite.close()
const unique = (texts) => [...new Set(texts.map((text) => text.trim().toLowerCase()).filter(Boolean))].sort()
/** Every word that any choice of the house can put into a form: each choice by itself, as they do not speak to each other. */
const houses = Object.entries(CHOICES).flatMap(([name, values]) =>
  values.map((value) => ({ ...USUAL_HOUSE_RULES, [name]: value })),
)
const asDone = CATALOGUE.flatMap((form) => houses.map((rules) => formMyWay(form, undefined, rules).form))
const cues = asDone.flatMap((form) => form.moves.flatMap((move) => move.phases.map((phase) => phase.cue)))
const reminders = asDone.flatMap((form) => form.reminders)
const moves = CATALOGUE.filter((form) => form.moves.length > 1).flatMap((form) => form.moves.map((move) => move.name))
const levels = CATALOGUE.flatMap((form) => form.levels)
/** What is said to somebody who practises beside me and does a form in another version. */
const changes = CATALOGUE.flatMap((form) =>
  form.versions.filter(({ kind }) => COMPANION_VERSIONS.includes(kind)).map(({ change }) => change),
)
const PACKS = {
  words: unique([
    ...Object.values(phrases.PHRASES),
    ...Object.values(phrases.STANCE_PHRASES),
    ...Object.values(phrases.PART_PHRASES),
    ...Object.values(phrases.SIDE_PHRASES),
    ...Object.values(phrases.VERSION_PHRASES),
    ...Object.values(phrases.STANDING_LEG_PHRASES),
    ...CHOICE_NOTES,
    ...Array.from({ length: phrases.MOST_NUMBER_SAID }, (_, index) => String(index + 1)),
  ]),
  forms: unique([...CATALOGUE.map((form) => form.name), 'Shake out', 'Rest']),
  movements: unique([...cues, ...reminders, ...moves, ...levels, ...changes]),
}

const into = join(ROOT, 'public', 'voice')
mkdirSync(into, { recursive: true })
const work = mkdtempSync(join(tmpdir(), 'voice-'))
const index = {}
for (const [pack, texts] of Object.entries(PACKS)) {
  const parts = []
  let at = 0
  index[pack] = {}
  for (const text of texts) {
    const wav = join(work, 'a.wav')
    const ogg = join(work, 'a.ogg')
    execFileSync('flite', ['-voice', VOICE, '-t', text, '-o', wav])
    const trim = 'silenceremove=start_periods=1:start_threshold=-45dB:start_silence=0.02'
    const filter = `${trim},areverse,${trim},areverse,loudnorm=I=-18:TP=-2`
    execFileSync('ffmpeg', [
      '-y',
      '-v',
      'error',
      '-i',
      wav,
      '-af',
      filter,
      '-ar',
      '24000',
      '-ac',
      '1',
      '-c:a',
      'libopus',
      '-b:a',
      '14k',
      '-application',
      'voip',
      '-map_metadata',
      '-1',
      '-bitexact',
      ogg,
    ])
    const seconds = Number(
      execFileSync('ffprobe', ['-v', 'error', '-show_entries', 'format=duration', '-of', 'csv=p=0', ogg]),
    )
    const bytes = readFileSync(ogg)
    parts.push(bytes)
    index[pack][text] = [at, bytes.length, Math.round(seconds * 1000) / 1000]
    at += bytes.length
  }
  writeFileSync(join(into, `${pack}.bin`), Buffer.concat(parts))
}
writeFileSync(join(into, 'index.json'), `${JSON.stringify(index)}\n`)
rmSync(work, { recursive: true })
