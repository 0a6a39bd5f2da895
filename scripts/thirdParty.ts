import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Plugin } from 'vite'

/** The folder of the package that a module belongs to, the innermost one. */
const PACKAGE = /^(.*\/node_modules\/(?:@[^/]+\/)?[^/]+)\//
const LICENCE_FILE = /^(licen[cs]e|copying|notice|ofl)/i

/** The folders of the packages that these modules come from. */
export const packagesOf = (modules: Iterable<string>): string[] => [
  ...new Set([...modules].flatMap((id) => PACKAGE.exec(id.replace(/^\0/, ''))?.[1] ?? [])),
]

function noticeOf(folder: string): string {
  const { name, version, license, author } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8')) as {
    name: string
    version: string
    license?: string
    author?: string | { name: string }
  }
  const by = typeof author === 'string' ? author : author?.name
  const texts = readdirSync(folder)
    .filter((file) => LICENCE_FILE.test(file))
    .map((file) => readFileSync(join(folder, file), 'utf8').trim())
  return [`${name} ${version}`, `Licence: ${license ?? 'see below'}${by ? `, by ${by}` : ''}`, ...texts].join('\n\n')
}

/** The licences of these packages, and the texts of other files that ship, as one text. */
export function noticesOf(folders: readonly string[], files: readonly string[] = []): string {
  const packages = folders.filter((folder) => existsSync(join(folder, 'package.json'))).map(noticeOf)
  const others = files.map((file) => readFileSync(file, 'utf8').trim())
  return [...[...new Set(packages)].sort(), ...others].join(`\n\n${'-'.repeat(80)}\n\n`) + '\n'
}

/** Collects the modules that a build puts into its files. One plugin for the page, and one for its workers, which are built apart. */
export function shippedModules(): { modules: ReadonlySet<string>; plugin: () => Plugin } {
  const modules = new Set<string>()
  const plugin = (): Plugin => ({
    name: 'shipped-modules',
    apply: 'build',
    generateBundle(_, bundle) {
      for (const each of Object.values(bundle)) {
        if (each.type === 'chunk') for (const id of each.moduleIds) modules.add(id)
      }
    },
  })
  return { modules, plugin }
}
