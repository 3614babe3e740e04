<script setup lang="ts">
import { IconChevronLeft } from '@tabler/icons-vue'
import { computed, nextTick, watch } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import type { Edit } from '@/composables/useFitting'
import FittingPart from './FittingPart.vue'
import SwatchRow from './SwatchRow.vue'

/** All parts of a look that is being fitted; the one that is open takes their place, with its settings. */
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

const shown = computed(() => {
  const part = props.parts.find((one) => one.kind === opened.value)
  const kind = props.kinds.find((one) => one.name === opened.value)
  return part && kind && { part, kind }
})
const wordsOf = (part: Schemas['FittedPartView']) =>
  part.isThere ? part.words : part.isChanged ? 'taken out' : 'not in this look'
/** The setting whose control has the focus. */
const settingOf = (event: Event) =>
  (event.target as Element).closest<HTMLElement>('[data-setting]')?.dataset.setting ?? ''
const focus = (selector: string) =>
  document.querySelector<HTMLElement>(selector)?.focus({ preventScroll: true })
async function open(kind: string) {
  at.value = ''
  opened.value = kind
  await nextTick()
  focus(`#fit-${kind} .head`)
}
/** Goes back to all parts, where the one that was open has the focus. */
async function leave() {
  const was = opened.value
  opened.value = ''
  await nextTick()
  focus(`#fit-${was} .head`)
  document.querySelector(`#fit-${was}`)?.scrollIntoView({ block: 'nearest' })
}

watch(
  [opened, at],
  async () => {
    await nextTick()
    const row = at.value && document.querySelector<HTMLElement>(`[data-setting="${CSS.escape(at.value)}"]`)
    if (!row) return
    row.scrollIntoView({ block: 'nearest' })
    row.querySelector<HTMLElement>('input, button')?.focus({ preventScroll: true })
  },
  { immediate: true },
)
</script>

<template>
  <section
    v-if="shown"
    :id="`fit-${shown.part.kind}`"
    class="opened paper"
    :class="{ changed: shown.part.isChanged }"
    :aria-label="shown.part.title"
  >
    <div class="title">
      <button class="head all" @click="leave"><IconChevronLeft :size="14" />All parts</button>
      <h2>{{ shown.part.title }}</h2>
      <span class="words">
        <SwatchRow v-if="shown.part.swatches.length > 0" :colours="shown.part.swatches" />
        {{ wordsOf(shown.part) }}
      </span>
    </div>
    <FittingPart
      :key="shown.part.kind"
      class="settings"
      :part="shown.part"
      :kind="shown.kind"
      :screens="screens"
      :fitting="fitting"
      :look="look"
      :problem="problem"
      @try="$emit('try', $event)"
      @step="(...step: [Edit[], boolean, string?]) => $emit('step', ...step)"
      @borrow="$emit('borrow', shown.part.kind)"
      @own="(picture: File, item: string) => $emit('own', picture, shown!.part.kind, item)"
      @focusin="$emit('paint', shown.part.kind === 'colours' ? settingOf($event) : '')"
      @focusout="$emit('paint', '')"
    />
  </section>
  <ol v-else class="parts paper">
    <template v-for="(part, i) in parts" :key="part.kind">
      <li v-if="part.group !== parts[i - 1]?.group" class="group">{{ part.group }}</li>
      <li :id="`fit-${part.kind}`" :class="{ changed: part.isChanged, absent: !part.isThere }">
        <button class="head" @click="open(part.kind)">
          <strong>{{ part.title }}</strong>
          <span class="words">
            <SwatchRow v-if="part.swatches.length > 0" :colours="part.swatches" />
            {{ wordsOf(part) }}
          </span>
        </button>
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

.parts .head {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 8px;
  width: 100%;
  padding: 6px 12px;
  overflow-wrap: anywhere;
}

.parts .head:hover strong {
  text-decoration: underline;
}

.absent .words {
  color: var(--third);
}

.parts .changed {
  background: var(--action-tint);
}

.changed .words {
  font-weight: 650;
}

.opened {
  display: flex;
  flex-direction: column;
}

.title {
  display: flex;
  flex: none;
  gap: 4px 12px;
  align-items: center;
  padding: 6px 12px;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
}

.all {
  display: flex;
  flex: none;
  gap: 2px;
  align-items: center;
  min-height: 24px;
  color: var(--action);
  font-weight: 600;
}

.all:hover {
  text-decoration: underline;
}

.title .words {
  min-width: 0;
  color: var(--second);
}

.settings {
  overflow: auto;
}
</style>
