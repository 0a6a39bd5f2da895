import 'fake-indexeddb/auto'
import { cleanup, configure } from '@testing-library/vue'
import { IDBFactory } from 'fake-indexeddb'
import { afterEach, beforeEach, vi } from 'vitest'
import { stubWorkers } from './workers'

vi.mock('comlink', async () => (await import('./workers')).comlinkHere)

// Whether something is visible takes most of the time to work out here; the browser tests look at that.
configure({ asyncUtilTimeout: 60_000, defaultHidden: true })

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  localStorage.clear()
  localStorage.setItem('pebblebrook.world', 'own')
  stubWorkers()
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  )
  vi.stubGlobal('requestIdleCallback', (run: () => void) => setTimeout(run))
  vi.stubGlobal('cancelIdleCallback', clearTimeout)
  vi.stubGlobal('fetch', async () => new Response(null, { status: 404 }))
  Object.assign(navigator, { getGamepads: () => [] })
  Object.assign(document, { fonts: { ready: Promise.resolve() } })
})
afterEach(cleanup)
