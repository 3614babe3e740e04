<script setup lang="ts">
import { nextTick, watch } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import type { Edit } from '@/composables/useFitting'
import FittingPart from './FittingPart.vue'
import SwatchRow from './SwatchRow.vue'

/** All parts of a look that is being fitted; the open one shows its settings. */
const props = defineProps<{
  parts: Schemas['FittedPartView'][]
  kinds: Schemas['KindView'][]
  screens: string[]
  fitting: number
  look: string
  problem?: Problem
}>()
defineEmits<{
  try: [edits: Edit[]]
  step: [edits: Edit[], continues: boolean, title?: string]
  borrow: [kind: string]
  paint: [role: string]
  own: [picture: File, kind: string, item: string]
}>()
const opened = defineModel<string>({ required: true })
/** The setting that was come to from the picture. */
const at = defineModel<string>('at', { required: true })

const kindOf = (part: Schemas['FittedPartView']) => props.kinds.find((one) => one.name === part.kind)
/** The setting whose control has the focus. */
const settingOf = (event: Event) =>
  (event.target as Element).closest<HTMLElement>('[data-setting]')?.dataset.setting ?? ''
function open(kind: string) {
  at.value = ''
  opened.value = kind === opened.value ? '' : kind
}

watch(
  [opened, at],
  async () => {
    await nextTick()
    const row = at.value && document.querySelector<HTMLElement>(`[data-setting="${CSS.escape(at.value)}"]`)
    const shown = row || document.querySelector<HTMLElement>(`#fit-${opened.value}`)
    shown?.scrollIntoView({ block: 'nearest' })
    if (row) row.querySelector<HTMLElement>('input, button')?.focus({ preventScroll: true })
  },
  { immediate: true },
)
</script>

<template>
  <ol class="parts paper">
    <template v-for="(part, i) in parts" :key="part.kind">
      <li v-if="part.group !== parts[i - 1]?.group" class="group">{{ part.group }}</li>
      <li
        :id="`fit-${part.kind}`"
        :class="{ changed: part.isChanged, opened: part.kind === opened, absent: !part.isThere }"
      >
        <button class="head" :aria-expanded="part.kind === opened" @click="open(part.kind)">
          <strong>{{ part.title }}</strong>
          <span class="words">
            <SwatchRow v-if="part.swatches.length > 0" :colours="part.swatches" />
            {{ part.isThere ? part.words : part.isChanged ? 'taken out' : 'not in this look' }}
          </span>
        </button>
        <FittingPart
          v-if="part.kind === opened && kindOf(part)"
          :part="part"
          :kind="kindOf(part)!"
          :screens="screens"
          :fitting="fitting"
          :look="look"
          :problem="problem"
          @try="$emit('try', $event)"
          @step="(...step: [Edit[], boolean, string?]) => $emit('step', ...step)"
          @borrow="$emit('borrow', part.kind)"
          @own="(picture: File, item: string) => $emit('own', picture, part.kind, item)"
          @focusin="$emit('paint', part.kind === 'colours' ? settingOf($event) : '')"
          @focusout="$emit('paint', '')"
        />
      </li>
    </template>
  </ol>
</template>

<style scoped>
.parts > li + li {
  border-top: 1px solid var(--line);
}

.group {
  padding: 4px 12px;
  background: var(--raised);
  color: var(--third);
  font-size: 12px;
  font-weight: 600;
}

.head {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 8px;
  width: 100%;
  padding: 6px 12px;
  overflow-wrap: anywhere;
}

.head:hover strong {
  text-decoration: underline;
}

.absent .words {
  color: var(--third);
}

.changed {
  background: var(--action-tint);
}

.changed .words {
  font-weight: 650;
}

.opened {
  box-shadow: inset 3px 0 0 var(--action);
}
</style>
