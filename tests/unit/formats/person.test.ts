import { expect, it } from 'vitest'
import { FIRST_SETTINGS, SETTING_NAMES, settingsSchema } from '#core/formats'

it('the names of the settings are those that their schema knows, those that may be left out among them', () => {
  expect([...SETTING_NAMES].sort()).toEqual(Object.keys(settingsSchema.fields).sort())
  expect(SETTING_NAMES.length).toBeGreaterThan(Object.keys(FIRST_SETTINGS).length)
})
