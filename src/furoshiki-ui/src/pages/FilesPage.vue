<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { useFileVersions, useFoundFiles } from '@/api/queries'
import ChangeWords from '@/components/ChangeWords.vue'
import FileChange from '@/components/FileChange.vue'
import PastBar from '@/components/PastBar.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import { useAddress } from '@/composables/useAddress'
import { useDesktop } from '@/composables/useDesktop'
import { count, moment } from '@/composables/words'
import { useTitle } from '@/composables/useTitle'

const { id } = useDesktop()
const find = useAddress('containing')
const path = useAddress('path')
const { data: found } = useFoundFiles(id, refDebounced(find, 150))
const { data: versions, error } = useFileVersions(id, path)
const nameOf = (of: string) => of.slice(of.lastIndexOf('/') + 1)
useTitle(() => path.value && `${nameOf(path.value)} over time`)

type Found = Schemas['FoundFileView']
const groupOf = ({ changes, parts }: Found) => (changes > 0 ? 'Changed lately' : (parts[0] ?? 'Of no part'))
/** The files as they come, with a heading where another group begins. */
const groups = computed(() => {
  const all: { title: string; files: Found[] }[] = []
  for (const one of found.value ?? []) {
    const title = groupOf(one)
    if (all.at(-1)?.title === title) all.at(-1)?.files.push(one)
    else all.push({ title, files: [one] })
  }
  return all
})
const wordsOf = ({ parts, changes }: Found) =>
  [parts.join(', ').toLowerCase(), changes > 0 && count(changes, 'change')].filter(Boolean).join(', ')

/** So many changes of a version are told at once. */
const FEW = 4
/** Several states in a row in which it stayed the same. */
const spans = computed(() =>
  (versions.value ?? []).map((one) => ({
    ...one,
    when: !one.to
      ? 'now'
      : one.states === 1
        ? moment(one.to)
        : `${moment(one.from ?? one.to)} to ${moment(one.to)}`,
    held: !one.to
      ? 'as it is, and in no safe state'
      : `${one.title}${one.states > 1 ? `, the same in ${count(one.states, 'safe state')}` : ''}${one.isNow ? ', and now' : ''}`,
  })),
)
/** What a version says of its change, where its parts have no words for that. */
function otherWords(at: number) {
  const [one, before] = [versions.value?.[at], versions.value?.[at + 1]]
  if (!before) return 'The oldest that is kept.'
  if (!one?.file.before) return 'It was not there.'
  return 'No setting in it changed that the map speaks of.'
}
</script>

<template>
  <PastBar />
  <div class="files">
    <div class="paper">
      <input
        v-model="find"
        class="find"
        type="search"
        placeholder="Find a file or a part"
        aria-label="Find a file or a part"
      />
      <section v-for="group in groups" :key="group.title" :aria-label="group.title">
        <h2 class="group">{{ group.title }}</h2>
        <ul>
          <li v-for="one in group.files" :key="one.path">
            <button
              class="file"
              :aria-pressed="one.path === path"
              :title="one.path"
              :data-file="one.path"
              @click="path = one.path"
            >
              <span class="name">{{ nameOf(one.path) }}</span>
              <span class="second">{{ wordsOf(one) }}</span>
            </button>
          </li>
        </ul>
      </section>
      <p v-if="found?.length === 0" class="third none">No managed file has that in its path or its parts.</p>
    </div>
    <ProblemNote v-if="error" :error="error" />
    <p v-else-if="!path" class="third">Choose a file to see what it was in the safe states.</p>
    <section v-else aria-label="What it was">
      <p class="whole">
        <span class="mono">{{ path }}</span>{{ ' ' }}
        <span class="second">{{ spans.length > 1 ? 'was' : 'is' }} as follows, the last first</span>
      </p>
      <ol>
        <li v-for="(one, i) in spans" :key="one.state ?? 0" class="paper" data-test="version">
          <div class="row">
            <strong>{{ one.when }}</strong> <span class="second">{{ one.held }}</span>
            <VBtn
              v-if="!one.isNow"
              class="push"
              :to="{ name: 'switch', query: { state: one.state, files: encodeURIComponent(path) } }"
              >Bring this one back…</VBtn
            >
          </div>
          <ul v-if="one.changes.length > 0" class="changes">
            <li v-for="words in one.changes.slice(0, FEW)" :key="words"><ChangeWords :words="words" /></li>
            <li v-if="one.changes.length > FEW">
              <details>
                <summary>{{ one.changes.length - FEW }} more</summary>
                <p v-for="words in one.changes.slice(FEW)" :key="words"><ChangeWords :words="words" /></p>
              </details>
            </li>
          </ul>
          <p v-else class="third">{{ otherWords(i) }}</p>
          <FileChange v-if="one.file.isPicture" :file="one.file" was-word="then" is-word="now" />
          <details v-else class="third">
            <summary>{{ one.isNow ? 'bytes and digest' : 'the lines, bytes and digests' }}</summary>
            <p v-if="one.isNow" class="mono">{{ one.file.after }}</p>
            <FileChange v-else :file="one.file" was-word="then" is-word="now" />
          </details>
        </li>
      </ol>
    </section>
  </div>
</template>

<style scoped>
.files {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 2fr);
  gap: 20px;
  align-items: start;
}

.find {
  width: 100%;
  min-height: 36px;
  padding: 4px 12px;
  border-bottom: 1px solid var(--line);
}

.group {
  padding: 4px 12px;
  background: var(--raised);
  color: var(--second);
  font-size: 12px;
}

.file {
  display: flex;
  gap: 2px 12px;
  justify-content: space-between;
  width: 100%;
  min-height: 30px;
  padding: 4px 12px;
  border-top: 1px solid var(--line);
  text-align: start;
  overflow-wrap: anywhere;
}

.name {
  flex: 1 0 auto;
  max-width: 60%;
}

.file > .second {
  text-align: end;
}

.file:hover .name {
  text-decoration: underline;
}

.file[aria-pressed='true'] {
  background: var(--action-tint);
  box-shadow: inset 3px 0 var(--action);
}

.none {
  padding: 10px 12px;
}

.whole {
  margin-bottom: 8px;
  overflow-wrap: anywhere;
}

/* A line through them tells that they follow each other. */
ol {
  display: grid;
  gap: 10px;
  padding-inline-start: 26px;
  border-inline-start: 1px solid var(--line);
  margin-inline-start: 6px;
}

ol > li {
  position: relative;
  display: grid;
  gap: 6px;
  padding: 8px 12px;
}

ol > li::before {
  content: '';
  position: absolute;
  inset-block-start: 14px;
  inset-inline-start: -31px;
  width: 9px;
  height: 9px;
  border: 1px solid var(--text);
  background: var(--paper);
}

.changes {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  overflow-wrap: anywhere;
}

summary {
  min-height: 24px;
  cursor: pointer;
}

@media (width <= 700px) {
  .files {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
