import type { Form, HouseRules, Way } from '#core/forms'
import type { Pace } from '#core/breath'
import { wordsOf } from '#core/sound'
import { compileAlone } from '#core/timeline'
import type { SoundOfPerson } from './sessionSound'
import { createSpeaker } from './speaker'

/** Have the words of a form at hand that has just been written down, so that its first session can say them without waiting. */
export async function learnWordsOf(
  form: Form,
  under: { way: Way | undefined; rules: HouseRules },
  pace: Pace,
  { sound, voice, recordings }: SoundOfPerson,
): Promise<void> {
  if (sound.silent) return
  const speaker = createSpeaker()
  speaker.set(voice, recordings)
  await speaker.open()
  await speaker.learn(wordsOf(compileAlone(form, under, pace)))
}
