<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useChanged } from '@/api/asked'
import { api, problemOf, take, type Schemas } from '@/api/client'
import DesktopPicture from '@/components/DesktopPicture.vue'
import SignalWord from '@/components/SignalWord.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import ProfileFields from '@/components/ProfileFields.vue'
import { useFittingView, useGroupings, useKinds, useLook } from '@/api/queries'
import { useAddress } from '@/composables/useAddress'
import { useDesktop } from '@/composables/useDesktop'
import { toggled } from '@/composables/toggled'
import { useTitle } from '@/composables/useTitle'

const router = useRouter()
const changed = useChanged()
const { id, now } = useDesktop()
const as = useAddress('as')
/** A safe state that is saved instead of what is on now. */
const state = useAddress('state')
/** A fitting that is saved instead. */
const fitting = useAddress('fitting')
const fittingId = computed(() => Number(fitting.value))
const { data: fitted } = useFittingView(fittingId)
const reference = computed(() =>
  fitting.value ? `fitting-${fitting.value}` : state.value ? `state-${state.value}` : '',
)
const { data: other } = useLook(id, reference)
const look = computed(() => (reference.value ? other.value?.look : now.value?.look))
const partsOf = computed(() => (reference.value ? other.value?.parts : now.value?.parts) ?? [])

const form = ref<Schemas['ProfileForm']>({ name: '', description: '', author: '', licence: '', tags: [] })
const note = ref('')
const left = ref<string[]>([])
const parts = useAddress('parts')
const keepsSystem = ref(false)

/** The profile of which it could be the next saving. */
const next = computed(() => {
  if (fitting.value) return fitted.value?.base.next
  const on = now.value?.on
  return on && { profile: on.profileId, name: on.name, ordinal: on.nextOrdinal }
})
const title = computed(() =>
  fitting.value
    ? `Save the fitting ${other.value?.name ?? ''}`
    : state.value
      ? `Save the safe state ${other.value?.name ?? ''}`
      : now.value && `Save what is on ${now.value.desktop.name}`,
)
useTitle(() => title.value)
const isNext = computed(() => !!next.value && as.value === String(next.value.profile))
const cover = computed(() =>
  partsOf.value.map((part) => part.kind).filter((kind) => !left.value.includes(kind)),
)

/** The drifted parts that stay as they were saved, where a person chose to save only some. */
const asSaved = computed(() => {
  if (reference.value || !isNext.value || !parts.value) return []
  const taken = parts.value.split(',')
  return (now.value?.drift ?? []).map((part) => part.kind).filter((kind) => !taken.includes(kind))
})
/** The parts that are to be saved as they are now: those that were chosen, or else all that changed. */
const asked = computed(() =>
  parts.value
    ? parts.value.split(',')
    : [...(now.value?.drift ?? []), ...(now.value?.unsaved ?? [])].map((part) => part.kind),
)
/** The parts that a file takes out that cannot be read. */
const unread = computed(() =>
  (reference.value ? [] : (now.value?.unread ?? [])).flatMap((file) =>
    file.parts.map((part) => ({ ...part, reason: file.reason })),
  ),
)
const gaps = computed(() =>
  (reference.value ? [] : (now.value?.gaps ?? [])).filter((gap) => cover.value.includes(gap.kind)),
)

/** A next saving covers what the profile covered, until a person says otherwise. */
watch(
  () => [as.value, next.value?.profile, now.value?.on?.look],
  async () => {
    left.value = []
    // A fitting is saved as it is fitted.
    if (!isNext.value || !next.value || fitting.value) return
    const profile = await take(
      api.GET('/api/profiles/{id}', {
        params: { path: { id: next.value.profile }, query: { desktop: id.value } },
      }),
    )
    const wanted = [...profile.parts.map((part) => part.kind), ...asked.value]
    left.value = partsOf.value.map((part) => part.kind).filter((kind) => !wanted.includes(kind))
  },
  { immediate: true },
)

const save = useMutation({
  mutationFn: () =>
    take(
      api.POST('/api/profiles', {
        body: {
          desktop: id.value,
          form: isNext.value ? null : form.value,
          profile: isNext.value ? (next.value?.profile ?? null) : null,
          note: note.value,
          cover: [
            ...cover.value,
            ...unread.value.map((part) => part.kind).filter((kind) => !left.value.includes(kind)),
          ],
          asSaved: asSaved.value,
          keepSystem: keepsSystem.value,
          state: state.value ? Number(state.value) : null,
          fitting: fitting.value ? fittingId.value : null,
        },
      }),
    ),
  onSuccess: async (saved) => {
    await changed()
    await router.push({ name: 'profile', params: { id: saved.profileId } })
  },
})
const problem = computed(() => (save.error.value ? problemOf(save.error.value) : undefined))

/** What a part's files come to: carried along, or only known by their fingerprint. */
function heldOf(part: Schemas['PartView']) {
  const found = part.assets.filter((asset) => asset.digest)
  const isNeeded = ({ path }: Schemas['AssetView']) =>
    !keepsSystem.value && /^(system|machine):/.test(path ?? '')
  const groups = [
    { word: 'carried', assets: found.filter((asset) => !isNeeded(asset)) },
    { word: 'needed', assets: found.filter(isNeeded) },
  ].filter(({ assets }) => assets.length > 0)
  return { groups, words: groups.map(({ word, assets }) => `${assets.length} ${word}`).join(', ') }
}

const { data: kinds } = useKinds()
const { data: own } = useGroupings()
const all = computed(() => [...partsOf.value, ...unread.value].map((part) => part.kind))
/** What can be covered together: each by what it leaves out. */
const groupings = computed(() => {
  const furniture = (kinds.value ?? []).filter(({ group }) => group === 'Furniture').map(({ name }) => name)
  return [
    { name: 'Everything', left: [] },
    { name: 'Nothing', left: all.value },
    { name: 'Furniture only', left: all.value.filter((kind) => !furniture.includes(kind)) },
    { name: 'Without furniture', left: all.value.filter((kind) => furniture.includes(kind)) },
    // One that leaves out pieces of a part says nothing of whole ones.
    ...(own.value ?? [])
      .filter(({ without }) => without.every((one) => !one.includes('/')))
      .map(({ name, without }) => ({ name, left: all.value.filter((kind) => without.includes(kind)) })),
  ]
})
const isChosen = (out: string[]) =>
  all.value.every((kind) => out.includes(kind) === left.value.includes(kind))
/** What was pressed for and is not covered. */
const askedAndLeft = computed(() =>
  parts.value
    ? partsOf.value.filter(({ kind }) => asked.value.includes(kind) && left.value.includes(kind))
    : [],
)

/** Leads from the picture to the part in the list, where it can be seen whether it is covered. */
function show(kind: string) {
  document.querySelector<HTMLElement>(`#cover-${kind}`)?.focus()
}

const toggle = (kind: string) => (left.value = toggled(left.value, kind))
</script>

<template>
  <form v-if="now" class="save" @submit.prevent="save.mutate()">
    <div class="words">
      <h1>{{ reference ? title : 'Save what’s on now' }}</h1>
      <div v-if="next" class="row" role="group" aria-label="Save as">
        <VBtn class="chip" :aria-pressed="!isNext" @click="as = ''">As a new profile</VBtn>
        <VBtn class="chip" :aria-pressed="isNext" @click="as = String(next.profile)"
          >As {{ next.name }}, {{ next.ordinal }} saving</VBtn
        >
      </div>
      <ProfileFields v-if="!isNext" v-model="form" :problem="problem" />
      <div class="note">
        <label for="note">Note</label>
        <VTextField
          id="note"
          v-model="note"
          placeholder="What is new in this saving"
          :error-messages="problem?.field === 'note' ? problem.detail : undefined"
        />
      </div>
      <ProblemNote
        v-if="problem && !['name', 'description', 'tags', 'note'].includes(problem.field ?? '')"
        :error="save.error.value"
      />
      <div class="row">
        <VBtn class="main" type="submit" :loading="save.isPending.value">Save</VBtn>
        <VBtn @click="$router.back()">Leave</VBtn>
        <span class="third">{{ cover.length }} of {{ partsOf.length + unread.length }} parts</span>
      </div>
    </div>

    <div class="what">
      <DesktopPicture
        v-if="look"
        :look="look"
        :desktop="id"
        :name="reference ? (other?.name ?? '') : `${now.desktop.name} now`"
        cloth
        corner
        pointable
        @open="show"
      />
      <h2>What it covers</h2>
      <p class="third">A part that is not covered stays as it is when this look is put on.</p>
      <div class="row" role="group" aria-label="Cover">
        <VBtn
          v-for="one in groupings"
          :key="one.name"
          class="chip"
          :aria-pressed="isChosen(one.left)"
          @click="left = [...one.left]"
          >{{ one.name }}</VBtn
        >
      </div>
      <p v-if="askedAndLeft.length > 0" class="row" role="status">
        <SignalWord
          signal="waiting"
          :word="`You pressed to save ${askedAndLeft.map(({ title }) => title.toLowerCase()).join(', ')}, which it does not cover.`"
        />
        <VBtn @click="left = left.filter((kind) => !asked.includes(kind))">{{
          askedAndLeft.length > 1 ? 'Cover them' : 'Cover it'
        }}</VBtn>
      </p>
      <ul class="cover paper">
        <li v-for="part in partsOf" :key="part.kind">
          <label>
            <input
              :id="`cover-${part.kind}`"
              type="checkbox"
              :checked="!left.includes(part.kind)"
              @change="toggle(part.kind)"
            />
            <strong>{{ part.title }}</strong>
            <span class="second">{{
              asSaved.includes(part.kind) ? 'stays as it was saved' : part.words
            }}</span>
          </label>
          <details v-if="heldOf(part).words" class="third held">
            <summary :aria-label="`${heldOf(part).words} by ${part.title.toLowerCase()}`">
              {{ heldOf(part).words }}
            </summary>
            <p v-for="group in heldOf(part).groups" :key="group.word">
              {{ group.word }}: {{ group.assets.map(({ name }) => name).join(', ') }}
            </p>
          </details>
        </li>
        <li v-for="part in unread" :key="part.kind" class="unread">
          <label>
            <input type="checkbox" :checked="!left.includes(part.kind)" @change="toggle(part.kind)" />
            <strong>{{ part.title }}</strong>
            <span>not read: {{ part.reason }}</span>
          </label>
        </li>
      </ul>
      <div v-if="gaps.length > 0" class="gaps">
        <SignalWord signal="cannot" word="Cannot be held, and the saving will say so" />
        <p v-for="gap in gaps" :key="gap.path">
          <span class="mono">{{ gap.path }}</span> {{ gap.reason }}
        </p>
      </div>
      <label class="keep">
        <input v-model="keepsSystem" type="checkbox" />
        Keep the content of the system’s own sets too, not only their fingerprints
      </label>
    </div>
  </form>
</template>

<style scoped>
.save {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 28px;
}

.words {
  display: grid;
  gap: 14px;
  align-content: start;
}

.note {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 8px;
}

.note label {
  padding-top: 7px;
  font-weight: 600;
}

.what h2 {
  margin-top: 14px;
}

.what > .row {
  margin-top: 6px;
}

.cover {
  margin-top: 6px;
}

.cover > li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 8px;
  align-items: center;
  padding: 2px 12px;
}

.cover label {
  display: grid;
  grid-template-columns: 24px 92px 1fr;
  gap: 8px;
  align-items: center;
  min-height: 28px;
}

.cover input {
  width: 16px;
  height: 16px;
  margin: 4px;
}

.held summary {
  min-height: 24px;
  cursor: pointer;
}

/* What it opens to has the whole width. */
.held[open] {
  grid-column: 1 / -1;
  padding-bottom: 6px;
  overflow-wrap: anywhere;
}

.cover li + li {
  border-top: 1px solid var(--line);
}

.cover input {
  accent-color: var(--action);
}

.unread {
  color: var(--cannot);
}

.gaps {
  margin-top: 10px;
  padding: 8px 12px;
  border-left: 3px solid var(--cannot);
  background: var(--cannot-tint);
  overflow-wrap: anywhere;
}

.keep {
  display: flex;
  gap: 8px;
  margin-top: 10px;
}

.keep input {
  accent-color: var(--action);
}

@media (width <= 700px) {
  .save {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
