<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import CompareCell from './CompareCell.vue'

const props = defineProps<{
  comparison: Schemas['ComparisonView']
  columns: string
  all: boolean
  settings: boolean
  opened: string
}>()
const emit = defineEmits<{ open: [kind: string] }>()

const rows = computed(() => props.comparison.rows.filter((row) => props.all || row.differs))
const isOpen = (row: Schemas['PartRowView']) =>
  row.settings.length > 0 && (props.settings || row.kind === props.opened)
</script>

<template>
  <p v-if="rows.length === 0" class="same paper">These looks are the same in every part.</p>
  <div v-else class="table paper" role="table" aria-label="Part by part">
    <div class="unseen" role="rowgroup">
      <div role="row">
        <span role="columnheader">Part</span>
        <span v-for="side in comparison.sides" :key="side.ref" role="columnheader"
          >{{ side.name }}, {{ side.caption }}</span
        >
      </div>
    </div>
    <div role="rowgroup">
      <template v-for="row in rows" :key="row.kind">
        <div class="line" role="row" :data-part="row.kind" :style="{ gridTemplateColumns: columns }">
          <span role="rowheader">
            <button
              v-if="row.settings.length > 0"
              class="opener"
              :aria-expanded="isOpen(row)"
              @click="emit('open', row.kind === opened ? '' : row.kind)"
            >
              {{ row.title }} <span class="third">{{ row.settings.length }}</span>
            </button>
            <strong v-else>{{ row.title }}</strong>
          </span>
          <CompareCell v-for="(cell, i) in row.cells" :key="i" :cell="cell" :first="i === 0" />
        </div>
        <template v-if="isOpen(row)">
          <div
            v-for="setting in row.settings"
            :key="setting.title"
            class="line setting"
            role="row"
            :style="{ gridTemplateColumns: columns }"
          >
            <span role="rowheader" class="second">{{ setting.title }}</span>
            <CompareCell v-for="(cell, i) in setting.cells" :key="i" :cell="cell" :first="i === 0" />
          </div>
        </template>
      </template>
    </div>
  </div>
</template>

<style scoped>
.same {
  padding: 16px;
}

.line {
  display: grid;
  gap: 0 12px;
}

.line + .line {
  border-top: 1px solid var(--line);
}

.line > [role='rowheader'] {
  padding: 6px 0 6px 12px;
}

.opener {
  color: var(--text);
  font: inherit;
  font-weight: 650;
  text-decoration: underline;
  text-decoration-color: var(--line);
  text-underline-offset: 3px;
}

.setting {
  font-size: 12px;
}

.setting > [role='rowheader'] {
  padding-left: 22px;
}
</style>
