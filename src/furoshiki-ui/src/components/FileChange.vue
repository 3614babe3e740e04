<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useLines } from '@/api/queries'
import { count } from '@/composables/words'

const props = withDefaults(
  defineProps<{
    file: Schemas['ChangedFileView']
    /** What the first and the second of its states are called. */
    wasWord?: string
    isWord?: string
  }>(),
  { wasWord: 'was', isWord: 'is' },
)
const SIGNS: Record<Schemas['LineChange'], string> = { Same: ' ', Added: '+', Removed: '−', LeftOut: '…' }

const sides = computed(() =>
  [
    {
      word: props.wasWord,
      text: props.file.before,
      content: props.file.beforeContent,
      name: props.file.was || props.file.name,
    },
    { word: props.isWord, text: props.file.after, content: props.file.afterContent, name: props.file.name },
  ].filter((_, i) => props.file.change === 'Edited' || (props.file.change === 'Added') === (i === 1)),
)
const names = computed(() => (props.file.was ? `${props.file.was} → ${props.file.name}` : props.file.name))
const isCompared = computed(
  () => !props.file.isPicture && !!props.file.beforeContent && !!props.file.afterContent,
)
const isOpen = ref(false)
const { data, error } = useLines(
  computed(() => props.file.beforeContent ?? ''),
  computed(() => props.file.afterContent ?? ''),
  computed(() => isOpen.value && isCompared.value),
)
const addressOf = (content: string, name: string) => `/api/content/${content}/${encodeURIComponent(name)}`
</script>

<template>
  <div class="file">
    <p class="head">
      <span class="mono">{{ names }}</span> <span class="third">{{ file.words }}</span>
    </p>
    <div v-if="file.isPicture" class="pictures">
      <figure v-for="side in sides" :key="side.word">
        <img
          v-if="side.content"
          :src="addressOf(side.content, side.name)"
          :alt="`${side.name}, ${side.word}`"
          loading="lazy"
        />
        <figcaption class="third">
          {{ side.word }} <span class="mono">{{ side.text }}</span>
        </figcaption>
      </figure>
    </div>
    <template v-else>
      <p v-for="side in sides" :key="side.word" class="third">
        {{ side.word }} <span class="mono">{{ side.text }}</span>
      </p>
    </template>
    <template v-if="isCompared">
      <button class="second" :aria-expanded="isOpen" @click="isOpen = !isOpen">
        {{ isOpen ? 'Hide the lines' : 'Show the lines' }}
      </button>
      <p v-if="isOpen && error" class="third">The lines could not be read.</p>
      <p v-else-if="isOpen && data && !data.lines" class="third">
        It is no text, or too long to be compared.
      </p>
      <p v-else-if="isOpen && data?.lines?.every((line) => line.change === 'LeftOut')" class="third">
        All lines are the same; only their ends differ.
      </p>
      <div v-else-if="isOpen && data?.lines" class="lines mono">
        <div v-for="(line, i) in data.lines" :key="i" :class="line.change">
          <span class="sign">{{ SIGNS[line.change] }}</span>{{
            line.change === 'LeftOut' ? `${count(Number(line.text), 'line')} the same` : line.text
          }}
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.file {
  padding: 4px 0;
}

.head {
  overflow-wrap: anywhere;
}

.pictures {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  margin-top: 4px;
}

figure {
  margin: 0;
}

img {
  display: block;
  max-width: 100%;
  width: 72px;
  height: 72px;
  object-fit: contain;
  border: 1px solid var(--line);
  background: var(--paper);
}

.third .mono,
.lines {
  font-size: 11px;
}

button:hover {
  text-decoration: underline;
}

.lines {
  margin-top: 4px;
  overflow-x: auto;
  white-space: pre;
  border: 1px solid var(--line);
}

.sign {
  display: inline-block;
  width: 1.6em;
  text-align: center;
}

.Added {
  color: var(--ready);
}

.Removed {
  color: var(--cannot);
}

.LeftOut {
  color: var(--third);
}
</style>
