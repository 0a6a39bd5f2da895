// npm run dev: the development server, which rebuilds as files change.
import { bin, ensurePackages, QUIET, run } from './prepare.mjs'

ensurePackages()
run(bin('nuxt'), ['dev', ...process.argv.slice(2)], { env: QUIET })
