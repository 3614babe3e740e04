<script lang="ts">
import type { Schemas } from '@/api/client'
import { isOther } from '@/composables/compared'

/** What can be done with a cell, each by a key. */
export const CELL_ACTIONS = [
  { key: 'b', name: 'borrow', words: 'Borrow' },
  { key: 'p', name: 'plan', words: 'Put on…' },
  { key: 'o', name: 'leave', words: 'Leave out' },
] as const

export type CellAction = (typeof CELL_ACTIONS)[number]['name']

/** What can be done with a cell: what is as in the first look, or is not there, has nothing to give. */
export function actionsOf(row: Schemas['RowView'], at: number, side?: Schemas['SideView']) {
  const state = row.cells[at]?.state
  const isThere = at === 0 ? state === 'First' : isOther(row.cells[at])
  const isPart = row.key === row.kind
  return CELL_ACTIONS.filter(({ name }) =>
    name === 'borrow'
      ? isThere && (isPart || row.setting !== null)
      : name === 'plan'
        ? isThere && isPart && side?.ref !== 'now'
        : at > 0 && state === 'Differs' && isPart && side?.saving !== null,
  )
}
</script>

<script setup lang="ts">
import { computed } from 'vue'
import { hear, soundWords } from '@/composables/sounds'
import ChangedFiles from './ChangedFiles.vue'
import SampleImage from './SampleImage.vue'
import SwatchRow from './SwatchRow.vue'

const props = defineProps<{
  row: Schemas['RowView']
  cell: Schemas['CellView']
  at: number
  sides: Schemas['SideView'][]
  isOpen: boolean
  isLeftOut: boolean
}>()
const emit = defineEmits<{ act: [action: CellAction] }>()

const side = computed(() => props.sides[props.at])
const first = computed(() => props.sides[0])
const samples = computed(() => props.cell.samples ?? [])
const pictures = computed(() => samples.value.filter((one) => one.form !== 'Sound'))
const sounds = computed(() => samples.value.filter((one) => one.form === 'Sound'))
/** What an action is called here. */
const wordsOf = (action: (typeof CELL_ACTIONS)[number]) =>
  props.isLeftOut && action.name === 'leave' ? 'Leave in' : action.words
const actions = computed(() => actionsOf(props.row, props.at, side.value))
const isWide = computed(
  () => pictures.value.length === 1 && ['wallpaper', 'lock', 'sign-in', 'start-up'].includes(props.row.kind),
)
</script>

<template>
  <span v-if="cell.state === 'Same'" class="third">same</span>
  <span v-else-if="cell.state === 'NotCovered' || cell.state === 'Unreadable'" class="third">{{
    cell.words
  }}</span>
  <div v-else class="cell">
    <SwatchRow v-if="cell.swatches.length > 0" :colours="cell.swatches" />
    <span v-if="pictures.length > 0" class="samples" :class="{ wide: isWide }">
      <SampleImage
        v-for="sample in pictures"
        :key="sample.content"
        :sample="sample"
        :look="side?.look ?? undefined"
      />
    </span>
    <!-- eslint-disable-next-line vue/no-v-html -- it is drawn by the application itself -->
    <span v-if="cell.drawing" class="drawing" v-html="cell.drawing" />
    <svg
      v-if="cell.place"
      class="place"
      aria-hidden="true"
      :viewBox="`0 0 ${cell.place.screenWidth} ${cell.place.screenHeight}`"
    >
      <rect
        v-if="cell.place.first"
        class="was"
        :x="cell.place.first.x"
        :y="cell.place.first.y"
        :width="cell.place.first.width"
        :height="cell.place.first.height"
      />
      <rect
        class="is"
        :x="cell.place.box.x"
        :y="cell.place.box.y"
        :width="cell.place.box.width"
        :height="cell.place.box.height"
      />
    </svg>
    <span class="words">
      {{ cell.words }}
      <span v-if="cell.change" class="second">{{ cell.change }}</span>
      <span v-if="isLeftOut" class="second">left out of the switch</span>
    </span>
    <span v-if="sounds.length > 0" class="row">
      <button v-for="sound in sounds" :key="sound.content" class="hear" tabindex="-1" @click="hear(sound)">
        ▸ {{ soundWords(sound) }}
      </button>
    </span>
    <ChangedFiles
      v-if="isOpen && cell.hasFiles && first?.look && side?.look"
      :before="first.look"
      :after="side.look"
      :kind="row.kind"
      was-word="in the first"
      is-word="here"
    />
    <span v-if="actions.length > 0" class="actions">
      <button
        v-for="action in actions"
        :key="action.key"
        tabindex="-1"
        :title="`Key ${action.key}`"
        :aria-label="`${wordsOf(action)}: ${row.title} of ${side?.name}`"
        @click="emit('act', action.name)"
      >
        {{ wordsOf(action) }}
      </button>
    </span>
  </div>
</template>

<style scoped>
.cell {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
}

.words {
  min-width: 0;
  overflow-wrap: anywhere;
}

.samples {
  display: inline-flex;
  gap: 6px;
}

/* Between light and dark, so that pictures for either ground are seen. */
.samples :deep(img:not(.drawing)) {
  padding: 2px;
  background: #8a8d90;
}

.samples :deep(img) {
  width: 28px;
  height: 28px;
}

.samples :deep(img.drawing) {
  flex: none;
  width: 104px;
  height: 28px;
}

.wide :deep(img) {
  width: 64px;
  height: 36px;
  padding: 0;
  object-fit: cover;
}

.drawing {
  width: 92px;
  flex: none;
  border: 1px solid var(--line);
}

.drawing :deep(svg) {
  display: block;
  width: 100%;
  height: auto;
}

.place {
  width: 64px;
  flex: none;
  background: var(--raised);
  outline: 1px solid var(--line);
}

.is {
  fill: var(--action);
}

.was {
  fill: none;
  stroke: var(--second);
  stroke-width: 24;
  stroke-dasharray: 60 40;
}

.hear {
  color: var(--action);
  text-decoration: underline;
  min-height: 24px;
}

/* What a cell can do has its place beside the words, so that nothing moves when it is pointed at. */
.actions {
  display: flex;
  flex-wrap: wrap;
  margin-inline-start: auto;
}

.actions button {
  min-height: 24px;
  padding: 0 6px;
  font-weight: 600;
  font-size: 12px;
  color: var(--action);
}

.actions button:hover {
  text-decoration: underline;
}
</style>
