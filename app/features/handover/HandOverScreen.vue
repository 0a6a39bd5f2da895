<script setup lang="ts">
import { handedRoutine, writeSharePackage } from '#core/handover'
import { LONGEST_LINK, onItsWay } from '~/shared/files/handing'
import { useLibraryStore } from '~/shared/store/library'
import { canShare, download, fileName } from '~/shared/ui/download'
import { listPhrase, plural } from '~/shared/words/numbers'
import RoutineBack from '~/shared/ui/RoutineBack.vue'
import RoutineGone from '~/shared/ui/RoutineGone.vue'
import CodeRow from './CodeRow.vue'

/** A routine for somebody else: as a link, as a picture, as a file. */
const library = useLibraryStore()
const route = useRoute()
const routine = computed(() => library.routines.find(({ id }) => id === route.query.routine) ?? null)
const handed = computed(
  () => routine.value && handedRoutine(routine.value, { forms: library.ownForms, ways: library.ways }),
)
const way = computed(() => handed.value && onItsWay(handed.value, window.location))
/** A row of pictures takes a while to film: a link or a file is offered before it. */
const parts = computed(() => (way.value!.pictures.length > 1 ? ['others', 'picture'] : ['picture', 'others']))
const alongWords = computed(() => {
  const { forms, ways } = handed.value!
  const along = [
    forms.length > 0 && `${plural(forms.length, 'form')} of my own (${listPhrase(forms.map(({ name }) => name))})`,
    ways.length > 0 && `how I do ${plural(ways.length, 'form')}`,
  ].filter(Boolean)
  return `${along.length > 0 ? `With it go ${along.join(' and ')}. ` : ''}No session, no note and no setting goes along.`
})
useHead({ title: computed(() => `Share: ${routine.value?.name ?? 'nothing'} · Pebblebrook`) })

const { copy, copied } = useClipboard({ legacy: true })
const text = computed(() => writeSharePackage(handed.value!, 2))
const name = computed(() => fileName(routine.value!.name, 'json'))
const file = computed(() => new File([text.value], name.value, { type: 'application/json' }))
const canShareLink = typeof navigator.share === 'function'
const failed = ref('')
async function share(what: ShareData) {
  failed.value = ''
  try {
    await navigator.share(what)
  } catch (error) {
    // Who leaves the sheet has changed their mind.
    if ((error as Error).name !== 'AbortError') failed.value = 'It could not be shared here. Copy or save it instead.'
  }
}
</script>

<template>
  <RoutineGone v-if="!routine || routine.entries.length === 0" title="Nothing to share" />
  <div v-else class="stack">
    <RoutineBack :routine="routine" />
    <div>
      <h1>Share: {{ routine.name }}</h1>
      <p class="soft">{{ alongWords }}</p>
    </div>
    <div class="ways">
      <template v-for="part in parts" :key="part">
        <section v-if="part === 'picture'" class="stack" aria-labelledby="picture">
          <h2 id="picture">As a picture</h2>
          <p v-if="way!.isLink">Point the other phone’s camera here, and open what it finds.</p>
          <p v-else>On the other device, open Pebblebrook, “Import”, “By camera”, and point it here.</p>
          <CodeRow :frames="way!.pictures" :label="`“${routine.name}” as a code picture`" />
        </section>
        <div v-else class="stack">
          <section class="stack" aria-labelledby="link">
            <h2 id="link">As a link</h2>
            <template v-if="way!.link">
              <div class="row">
                <Button
                  :label="copied ? 'Copied' : 'Copy the link'"
                  icon="pi pi-copy"
                  severity="secondary"
                  @click="copy(way!.link)"
                />
                <Button
                  v-if="canShareLink"
                  label="Send the link"
                  icon="pi pi-share-alt"
                  severity="secondary"
                  @click="share({ url: way!.link, title: routine.name })"
                />
              </div>
              <p class="small soft" role="status">
                The routine itself is in the link ({{ way!.linkLength }} letters), behind the “#”: no server ever sees
                it.
                <template v-if="way!.onlyHere">
                  This page’s address means this device alone. The link opens wherever Pebblebrook is at the same
                  address; elsewhere paste it under “Import”.
                </template>
              </p>
            </template>
            <p v-else class="soft">
              As a link it would have {{ way!.linkLength }} letters; from {{ LONGEST_LINK }} on, mail and messages cut
              links off. Share as a picture or a file.
            </p>
          </section>
          <section class="stack" aria-labelledby="file">
            <h2 id="file">As a file</h2>
            <div class="row">
              <Button
                :label="`Save ${name}`"
                icon="pi pi-download"
                severity="secondary"
                @click="download(name, text)"
              />
              <Button
                v-if="canShare(file)"
                label="Send the file"
                icon="pi pi-share-alt"
                severity="secondary"
                @click="share({ files: [file], title: routine.name })"
              />
            </div>
            <p class="small soft">It is read under “Import”, or as an archive is, in Settings.</p>
          </section>
          <p v-if="failed" class="fault" role="alert">{{ failed }}</p>
          <p class="small">
            To hear it without Pebblebrook: <NuxtLink :to="`/carry?routine=${routine.id}`">make audio</NuxtLink> as
            sound.
          </p>
        </div>
      </template>
    </div>
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 22rem), 1fr));
  gap: 2rem 3rem;
  align-items: start;
}
</style>
