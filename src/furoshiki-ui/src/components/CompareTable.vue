<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { nameOf } from '@/composables/compared'
import { count } from '@/composables/words'
import { useChoices } from '@/stores/choices'
import CompareCell, { actionsOf, CELL_ACTIONS, type CellAction } from './CompareCell.vue'

const props = defineProps<{
  comparison: Schemas['ComparisonView']
  columns: string
  /** Whether every part shows its settings. */
  allOpen: boolean
  /** The keys of the rows that are open by themselves. */
  opened: string[]
  /** What is left out of a switch, as "saving-14:panels". */
  leftOut: string[]
}>()
const emit = defineEmits<{
  open: [key: string]
  act: [action: CellAction, row: Schemas['RowView'], at: number]
}>()
const choices = useChoices()

type Row = Schemas['RowView']
const canOpen = (row: Row) => row.rows.length > 0 || row.cells.some((cell) => cell.hasFiles)
const isOpen = (row: Row) => props.opened.includes(row.key) || (props.allOpen && row.rows.length > 0)
const lines = computed(() =>
  props.comparison.rows.flatMap((row) => [
    { row, level: 1 },
    ...(isOpen(row) ? row.rows.map((inner) => ({ row: inner, level: 2 })) : []),
  ]),
)

/** The cell that the Tab key leads to; the arrow keys lead from it to all others. */
const at = ref({ key: '', column: 0 })
const place = computed(() => {
  const found = lines.value.findIndex(({ row }) => row.key === at.value.key)
  return { line: Math.max(0, found), column: Math.min(at.value.column, props.comparison.sides.length) }
})
const isAt = (line: number, column: number) => place.value.line === line && place.value.column === column

const table = useTemplateRef<HTMLElement>('table')
async function go(line: number, column: number) {
  const row = lines.value[line]?.row
  if (!row || column < 0 || column > props.comparison.sides.length) return
  at.value = { key: row.key, column }
  await nextTick()
  table.value?.querySelector<HTMLElement>('[data-here]')?.focus()
}

/** Where a key leads from a cell; nowhere for one that does not lead. */
function steps({ key, ctrlKey }: KeyboardEvent): [line: number, column: number] | undefined {
  const { line, column } = place.value
  const [lastLine, lastColumn] = [lines.value.length - 1, props.comparison.sides.length]
  switch (key) {
    case 'ArrowUp':
      return [line - 1, column]
    case 'ArrowDown':
      return [line + 1, column]
    case 'ArrowLeft':
      return [line, column - 1]
    case 'ArrowRight':
      return [line, column + 1]
    case 'Home':
      return ctrlKey ? [0, column] : [line, 0]
    case 'End':
      return ctrlKey ? [lastLine, column] : [line, lastColumn]
  }
}

useEventListener(table, 'keydown', (event: KeyboardEvent) => {
  if (event.altKey || event.metaKey || !(event.target as Element).matches('[data-here]')) return
  const to = steps(event)
  if (to) {
    event.preventDefault()
    return void go(...to)
  }
  const row = lines.value[place.value.line]?.row
  if (!row || event.ctrlKey) return
  const side = place.value.column - 1
  if ((event.key === 'Enter' || event.key === ' ') && canOpen(row)) {
    event.preventDefault()
    return emit('open', row.key)
  }
  if (!choices.singleKeys || side < 0) return
  const action = CELL_ACTIONS.find(({ key }) => key === event.key)
  const sound = event.key === 'h' && (event.target as Element).querySelector<HTMLElement>('.hear')
  if (!action && !sound) return
  // A key of the table is none of the page, even where the cell has nothing to do for it.
  event.preventDefault()
  if (sound) sound.click()
  else if (action && actionsOf(row, side, props.comparison.sides[side]).includes(action))
    emit('act', action.name, row, side)
})

/** Leads to a row, as from a picture. */
async function lead(key: string) {
  const line = lines.value.findIndex(({ row }) => row.key === key)
  if (line < 0) return
  await go(line, 0)
  table.value?.querySelector('[data-here]')?.scrollIntoView({ block: 'center' })
}
defineExpose({ lead })
watch(
  () => props.comparison.sides.length,
  () => (at.value = { ...at.value, column: 0 }),
)
</script>

<template>
  <div ref="table" class="table paper" role="treegrid" aria-label="Part by part">
    <div class="unseen" role="row">
      <span role="columnheader">Part</span>
      <span v-for="(side, i) in comparison.sides" :key="i" role="columnheader">{{ nameOf(side) }}</span>
    </div>
    <div
      v-for="({ row, level }, line) in lines"
      :key="row.key"
      class="line"
      role="row"
      :class="{ setting: level > 1 }"
      :aria-level="level"
      :aria-expanded="canOpen(row) ? isOpen(row) : undefined"
      :data-row="row.key"
      :data-part="row.key === row.kind ? row.kind : undefined"
      :style="{ gridTemplateColumns: columns }"
    >
      <span
        v-if="!canOpen(row)"
        role="rowheader"
        :tabindex="isAt(line, 0) ? 0 : -1"
        :data-here="isAt(line, 0) || undefined"
        @focus="at = { key: row.key, column: 0 }"
        >{{ row.title }}</span
      >
      <span v-else role="rowheader">
        <button
          class="opener"
          :tabindex="isAt(line, 0) ? 0 : -1"
          :data-here="isAt(line, 0) || undefined"
          :aria-expanded="isOpen(row)"
          @focus="at = { key: row.key, column: 0 }"
          @click="emit('open', row.key)"
        >
          {{ row.title }}
          <span v-if="row.rows.length > 0" class="third count">{{ count(row.rows.length, 'row') }}</span>
        </button>
      </span>
      <div
        v-for="(cell, i) in row.cells"
        :key="i"
        class="gridcell"
        role="gridcell"
        :class="{ differs: cell.state === 'Differs' }"
        :tabindex="isAt(line, i + 1) ? 0 : -1"
        :data-here="isAt(line, i + 1) || undefined"
        :data-state="cell.state"
        @focus="at = { key: row.key, column: i + 1 }"
      >
        <CompareCell
          :row="row"
          :cell="cell"
          :at="i"
          :sides="comparison.sides"
          :is-open="isOpen(row)"
          :is-left-out="leftOut.includes(`${comparison.sides[i]?.ref}:${row.key}`)"
          @act="emit('act', $event, row, i)"
        />
      </div>
    </div>
  </div>
</template>

<style scoped>
.table {
  min-width: min-content;
}

.line {
  display: grid;
  gap: 0 12px;
}

.line + .line {
  border-top: 1px solid var(--line);
}

.count {
  display: inline-block;
  font-weight: 400;
}

[role='rowheader'] {
  padding: 6px 0 6px 12px;
  font-weight: 650;
}

.opener {
  color: var(--text);
  font: inherit;
  text-align: start;
  text-decoration: underline;
  text-decoration-color: var(--line);
  text-underline-offset: 3px;
}

.setting {
  font-size: 12px;
}

.setting > [role='rowheader'] {
  padding-left: 22px;
  color: var(--second);
  font-weight: 400;
}

.gridcell {
  position: relative;
  min-width: 0;
  padding: 6px 12px;
}

/* What has the focus stands below the small heads. */
.line > * {
  scroll-margin-top: 56px;
}

.gridcell:focus-visible {
  outline-offset: -2px;
}

.differs {
  background: var(--action-tint);
}

/* Where columns are scrolled to, what is not pointed at has nothing that could be out of reach. */
@media (width <= 700px) {
  .gridcell:not(:hover, :focus-within) :deep(.actions) {
    display: none;
  }
}

@media (hover: hover) {
  .gridcell:not(:hover, :focus-within) :deep(.actions) {
    visibility: hidden;
  }
}
</style>
