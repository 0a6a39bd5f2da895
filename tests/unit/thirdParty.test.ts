import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { noticesOf, packagesOf } from '../../scripts/thirdParty'

const here = (path: string) => fileURLToPath(new URL(`../../${path}`, import.meta.url))

describe('notices of others', () => {
  it('name each package of a module once, the innermost one', () => {
    const modules = [
      '/a/node_modules/x/b.js',
      '/a/node_modules/x/c.js',
      '\0/a/node_modules/x/node_modules/@y/z/d.js',
      '/a/app/e.ts',
    ]
    expect(packagesOf(modules)).toEqual(['/a/node_modules/x', '/a/node_modules/x/node_modules/@y/z'])
  })
  it('hold name, version, licence and its text, in order of names, then other files', () => {
    const text = noticesOf(
      [here('node_modules/yup'), here('node_modules/idb'), here('node_modules/none')],
      [here('public/sound-notice.txt')],
    )
    expect(text).toMatch(
      /^idb 8\.\d+\.\d+\n\nLicence: ISC[\s\S]*Permission to use[\s\S]*yup 1\.[\s\S]*Licence: MIT[\s\S]*LAME/,
    )
    expect(text.match(/^-{80}$/gm)).toHaveLength(2)
  })
})
