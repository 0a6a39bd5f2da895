import type { Settings } from '#core/formats'
import type { Snapshot } from '~/shared/store/database'

/** Stores have had today's shape of what they hold since this version of theirs; later ones only have more lists. */
const SHAPED_SINCE = 2

/** What stood before, as an archive's text, to be checked and taken like any other. `settings` are for where it had none. */
export const snapshotText = (snapshot: Snapshot, settings: Settings) =>
  JSON.stringify({
    format: 'pebblebrook-archive',
    version: snapshot.version < SHAPED_SINCE ? 1 : 2,
    exportedAt: new Date(snapshot.atMs).toISOString(),
    person: { settings: snapshot.settings ?? settings, ...snapshot.lists },
    ...(snapshot.marks && { marks: snapshot.marks }),
  })
