<script setup lang="ts">
import type { Schemas } from '@/api/client'
import SwatchRow from './SwatchRow.vue'

defineProps<{ cell: Schemas['CellView']; first: boolean }>()
</script>

<template>
  <span class="cell" role="cell" :class="{ differs: !first && !cell.same }">
    <template v-if="!first && cell.same"><span class="third">same</span></template>
    <template v-else>
      <SwatchRow v-if="cell.swatches.length > 0" :colours="cell.swatches" />
      {{ cell.words }}
      <span v-if="cell.distance !== null" class="second" title="Colour difference, CIEDE2000"
        >ΔE {{ cell.distance }}</span
      >
    </template>
  </span>
</template>

<style scoped>
.cell {
  padding: 6px 12px;
  overflow-wrap: anywhere;
}

.differs {
  background: var(--action-tint);
}
</style>
