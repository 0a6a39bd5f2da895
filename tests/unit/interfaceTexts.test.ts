import { describe, expect, it } from 'vitest'
import { interfaceTexts } from '../../scripts/interfaceTexts'

/** Phrases that readers stumbled over, each with the plain one that stands in its place. */
const DROPPED: [phrase: RegExp, instead: string][] = [
  [/\bkeep it\b|\bkeep this\b/i, 'Save, or Cancel'],
  [/\bleave it( for now)?$/i, 'Cancel'],
  [/\bput (it )?right\b/i, 'Edit'],
  [/\btak(e|es|en) (it )?(off|out)\b/i, 'Delete'],
  [/\btake (it|them) (back|along|in)\b|\btaken back\b|\btake along\b/i, 'Undo, Make audio, Import'],
  [/\bassembl/i, 'New routine'],
  [/\bwrite down\b/i, 'New form'],
  [/\bfrom a purpose\b|\bmake me a week\b/i, 'Suggest'],
  [/\btake something in\b|\bread it in\b/i, 'Import'],
  [/\bhand(ed)? (it )?over\b|\bhand it on\b/i, 'Share'],
  [/\b(is|was|are|nothing|something|it|this week) laid\b|\blay (it|this|something)\b/i, 'Plan'],
  [/\bnarrow it down\b/i, 'Filter'],
  [/\bwhat comes back\b|\bwas to come back\b/i, 'Due for review, overdue'],
  [/\bwhat is covered\b|\bwhat grows\b|\blet go lately\b/i, 'Balance, Progress, Not practised lately'],
  [/\bdo it me good\b|\bdoes it do me good\b/i, 'Does it help?'],
  [/\ba trial of my own\b|\blet chance choose\b/i, 'Compare two options'],
  [/\bstill open\b/i, 'not done yet'],
  [/\blooked over\b|\bnothing to point out\b/i, 'Check, No problems found'],
  [/\bsilent here\b/i, 'Hidden for this routine'],
  [/\ball that can be done\b/i, 'Commands'],
  [/\bas near as\b/i, 'as close as possible'],
  [/\bno form answers\b|\bnone answers\b/i, 'No forms found'],
  [/\bwhenever done\b|\bevery stage\b|\bthe whole body\b/i, 'any'],
  [/\bnothing said\b|\bnot said\b/i, 'not set'],
  [/\bplain lines\b/i, 'as text'],
  [/\bhow far i am\b/i, 'Learning stage'],
  [/\bhouse rules\b/i, 'My style'],
  [/\bseen from afar\b|\bfrom afar\b/i, 'Display'],
  [/\bsay how it is\b/i, 'How do you feel?'],
  [/\bchurned\b|\bmiddling\b|\bso-so\b|\blight-headed\b|\bspent\b/i, 'restless, medium, tired, dizzy'],
  [/\bit leads\b|\bi lead\b|\bwho leads\b/i, 'Automatic pace, I set the pace'],
  [/\blinger/i, 'Stay on this form'],
  [/\ball pacing\b/i, 'Pacing stopped'],
  [/\bis being opened\b/i, 'Loading'],
  [/\bwhat i declare/i, 'for your health settings'],
  [/\bof the moving time\b(?! )/i, 'minutes'],
  [/\bthat is gone\b/i, 'deleted'],
  [/\blegs are asked\b/i, 'leg effort'],
]
/** Texts that are right all the same. */
const ALLOWED = new Set<string>([])

describe('the texts of the interface', () => {
  const texts = interfaceTexts()

  it('are found in components, in code and in what scripts print', () => {
    expect(texts.length).toBeGreaterThan(2000)
    for (const file of ['app/features/follow/FollowControls.vue', 'app/shared/words/commands.ts', 'scripts/serve.mjs'])
      expect(
        texts.some((each) => each.file === file),
        file,
      ).toBe(true)
    expect(texts.map(({ text }) => text)).toContain('What to practise now')
  })

  it.each(DROPPED)('have no %s', (phrase) => {
    const found = texts.filter(({ text }) => phrase.test(text) && !ALLOWED.has(text))
    expect(found.map(({ file, line, text }) => `${file}:${line} ${text}`)).toEqual([])
  })
})
