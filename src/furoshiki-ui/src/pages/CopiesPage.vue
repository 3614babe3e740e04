<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take, type Schemas } from '@/api/client'
import { useStore } from '@/api/queries'
import PastBar from '@/components/PastBar.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import SignalWord from '@/components/SignalWord.vue'
import { count, moment, size } from '@/composables/words'

const MOST_COPIES = 100
const LONGEST_PAUSE = 365

const { data: store, error } = useStore()
const changed = useChanged()

const form = ref<Schemas['CopyForm']>({ folder: '', everyDays: 1, most: 7 })
const kept = computed(() => store.value?.copies.form)
watch(kept, (now, before) => now && !before && (form.value = { ...now }), { immediate: true })
const isKept = computed(() => JSON.stringify(form.value) === JSON.stringify(kept.value))
const canBe = computed(
  () =>
    form.value.folder.length > 0 &&
    isWithin(form.value.everyDays, 0, LONGEST_PAUSE) &&
    isWithin(form.value.most, 1, MOST_COPIES),
)
const isWithin = (number: number, least: number, most: number) =>
  Number.isInteger(number) && number >= least && number <= most

const change = useMutation({
  mutationFn: () => take(api.PUT('/api/store/copies', { body: form.value })),
  onSuccess: (view) => {
    if (view.form) form.value = { ...view.form }
    void changed()
  },
})
const copy = useMutation({
  mutationFn: async () => {
    if (!isKept.value) await change.mutateAsync()
    return take(api.POST('/api/store/copies'))
  },
  onSettled: changed,
})
</script>

<template>
  <PastBar />
  <ProblemNote v-if="error && !store" :error="error" />
  <div v-else-if="store" class="keeping">
    <section class="paper" aria-labelledby="all">
      <h2 id="all">Everything that is kept</h2>
      <p>
        <span class="mono">{{ store.folder }}</span>, {{ size(store.bytes) }}.
        <span class="second">{{
          store.soundAt
            ? `Last read as a whole and found sound ${moment(store.soundAt)}.`
            : 'Not yet read as a whole: that is done beside everything else, once a week.'
        }}</span>
      </p>
      <SignalWord
        v-if="store.isDamaged"
        signal="cannot"
        tinted
        word="It is damaged. End Furoshiki and start it again: then it is set aside untouched, and what can be read is brought over."
      />
      <details v-if="store.damaged.length > 0" data-test="damaged">
        <summary>
          <SignalWord
            signal="cannot"
            :word="`${count(store.damaged.length, 'thing has', 'things have')} damaged files`"
          />
        </summary>
        <p v-for="one in store.damaged" :key="one">{{ one }}</p>
      </details>
    </section>

    <section class="paper" aria-labelledby="copies">
      <h2 id="copies">Copies</h2>
      <p class="second">
        Each is one file with all profiles, safe states and the history. It is made while you go on, and read
        again before an older one goes. A folder on another disk is safest.
      </p>
      <form @submit.prevent="change.mutate()">
        <label
          >Folder
          <input
            v-model.trim="form.folder"
            class="mono folder"
            placeholder="/media/stick/copies"
            spellcheck="false"
        /></label>
        <p class="row">
          <label
            >Days from one to the next
            <input v-model.number="form.everyDays" type="number" min="0" :max="LONGEST_PAUSE"
          /></label>
          <span class="third">{{ form.everyDays === 0 ? 'only when you say so' : 'by itself' }}</span>
          <label
            >Keep the newest <input v-model.number="form.most" type="number" min="1" :max="MOST_COPIES"
          /></label>
        </p>
        <div class="row">
          <VBtn type="submit" :disabled="!canBe || isKept" :loading="change.isPending.value"
            >Change the rule</VBtn
          >
          <VBtn class="main" :disabled="!canBe" :loading="copy.isPending.value" @click="copy.mutate()"
            >Copy it now</VBtn
          >
        </div>
        <ProblemNote v-if="change.error.value" :error="change.error.value" />
        <ProblemNote v-else-if="copy.error.value" :error="copy.error.value" />
        <p v-if="copy.data.value && !copy.isPending.value" role="status">
          Copied: <span class="mono">{{ copy.data.value.name }}</span>, {{ size(copy.data.value.bytes) }}.
        </p>
      </form>
      <SignalWord
        v-if="store.copies.failure"
        signal="cannot"
        tinted
        :word="`No copy could be made ${moment(store.copies.failure.at)}. ${store.copies.failure.sentence}`"
      />
      <p v-if="kept" data-test="copies">
        {{
          store.copies.all[0]
            ? `${count(store.copies.all.length, 'copy', 'copies')}, the last ${moment(store.copies.all[0].at)}.`
            : 'There is no copy yet.'
        }}
        <span v-if="store.copies.nextAt && !store.copies.failure" class="second"
          >The next one: {{ moment(store.copies.nextAt) }}.</span
        >
      </p>
      <details v-if="store.copies.all.length > 0">
        <summary>All copies</summary>
        <ul>
          <li v-for="one in store.copies.all" :key="one.name">
            <span class="mono">{{ one.name }}</span>
            <span class="second">{{ moment(one.at) }}, {{ size(one.bytes) }}</span>
          </li>
        </ul>
        <p class="second">
          To begin again from one, end Furoshiki and write
          <span class="mono">furoshiki take-copy FILE</span>. What is kept now is set aside, not lost.
        </p>
      </details>
    </section>

    <section v-for="lost in store.lost" :key="lost.folder" class="paper" data-test="lost">
      <h2>Set aside {{ moment(lost.at) }}</h2>
      <p>
        {{ lost.why }} <span class="mono">{{ lost.folder }}</span>
      </p>
      <p v-if="lost.rows !== null && lost.rows !== undefined">
        {{ count(lost.rows, 'entry was', 'entries were') }} brought over{{
          lost.gone.length + lost.known.length === 0 ? ': all of them.' : '.'
        }}
      </p>
      <template v-if="lost.gone.length > 0">
        <SignalWord signal="cannot" word="Gone" />
        <ul>
          <li v-for="one in lost.gone" :key="one">{{ one }}</li>
        </ul>
      </template>
      <template v-if="lost.known.length > 0">
        <SignalWord signal="waiting" word="As it was known elsewhere" />
        <ul>
          <li v-for="one in lost.known" :key="one">{{ one }}</li>
        </ul>
      </template>
    </section>
  </div>
  <p v-else class="third">Looking at what is kept…</p>
</template>

<style scoped>
.keeping {
  display: grid;
  gap: 14px;
  max-width: 760px;
}

.keeping > * {
  display: grid;
  gap: 8px;
  padding: 12px;
  overflow-wrap: anywhere;
}

form {
  display: grid;
  gap: 8px;
}

form .row {
  gap: 6px 14px;
  flex-wrap: wrap;
}

input {
  padding: 3px 6px;
  border: 1px solid var(--line);
  background: var(--paper);
  color: var(--text);
}

.folder {
  width: min(100%, 420px);
}

[type='number'] {
  width: 62px;
}

summary {
  cursor: pointer;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  padding: 3px 0;
}
</style>
