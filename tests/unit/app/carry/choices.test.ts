import { describe, expect, it } from 'vitest'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { FIRST_SETTINGS } from '#core/formats'
import { volumesOf } from '#core/sound'
import { FIRST_CHOICES, soundFor, voiceFor, withRoom } from '~/features/carry/choices'
import { fileName } from '~/shared/ui/download'

const { voice, sound } = FIRST_SETTINGS

describe('how a file sounds', () => {
  it('is never silent, though practice is', () => {
    const silent = { ...sound, silent: true, breathVolume: 0, bellVolume: 0.2, voiceVolume: 0 }
    const volumes = volumesOf(soundFor(silent, FIRST_CHOICES))
    expect(volumes.breath).toBeGreaterThan(0)
    expect(volumes.voice).toBeGreaterThan(0)
    expect(volumes.bell).toBe(0.2)
  })
  it('has no breath tones and no bells where they are not wanted', () => {
    const volumes = volumesOf(soundFor(sound, { ...FIRST_CHOICES, breathTones: false, bells: false }))
    expect(volumes).toMatchObject({ breath: 0, bell: 0 })
  })
  it('is said by clips, as a device’s own speech cannot be written down', () => {
    expect(voiceFor({ ...voice, from: 'device' }, FIRST_CHOICES)!.from).toBe('shipped')
  })
  it('counts where all is said, though nothing is counted in practice; else only changes, or nothing', () => {
    expect(voiceFor({ ...voice, counts: 'none' }, FIRST_CHOICES)!.counts).toBe('left')
    expect(voiceFor({ ...voice, counts: 'all' }, FIRST_CHOICES)!.counts).toBe('all')
    expect(voiceFor(voice, { ...FIRST_CHOICES, says: 'changes' })).toMatchObject({ counts: 'none', announces: true })
    expect(voiceFor(voice, { ...FIRST_CHOICES, says: 'nothing' })).toBeNull()
    expect(voiceFor(voice, { ...FIRST_CHOICES, says: 'nothing', movements: true })).toMatchObject({
      announces: false,
      counts: 'none',
      movements: true,
    })
  })
  it('leaves room before each form and before the first', () => {
    const rules = withRoom(USUAL_HOUSE_RULES, { ...FIRST_CHOICES, roomSeconds: 7 })
    expect(rules.announceSeconds).toBe(USUAL_HOUSE_RULES.announceSeconds + 7)
    expect(rules.leadInSeconds).toBe(USUAL_HOUSE_RULES.leadInSeconds + 7)
  })
})

describe('the name of a file', () => {
  it('is one that any file system takes', () => {
    expect(fileName('Before the bread is out', 'mp3')).toBe('before-the-bread-is-out.mp3')
    expect(fileName('Šedá / hora: "2"?', 'vtt')).toBe('seda-hora-2.vtt')
    expect(fileName('…', 'wav')).toBe('session.wav')
    expect(fileName('a'.repeat(300), 'md').length).toBe(83)
  })
})
