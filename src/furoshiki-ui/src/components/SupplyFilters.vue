<script setup lang="ts">
import { NONE, type useSupplyFilters } from '@/composables/supplyFilters'

/** What else the list of supplies is narrowed by, and ordered by. */
const { filters } = defineProps<{ filters: ReturnType<typeof useSupplyFilters> }>()
const { family, platform, use, accent, near, families, platforms, users } = filters

/** The colour that is begun with: the one that was sought last. */
const begun = () => near.data.value?.to.toLowerCase() ?? '#808080'
const colour = (value: string) => (accent.value = value === 'colour' ? begun() : value)
</script>

<template>
  <div class="row" role="group" aria-label="Only">
    <select v-model="family" class="field" aria-label="Family">
      <option value="">Any family</option>
      <option v-for="one in families" :key="one" :value="one">{{ one }} family</option>
    </select>
    <select v-model="platform" class="field" aria-label="Made for">
      <option value="">For any platform</option>
      <option v-for="one in platforms" :key="one" :value="one">For {{ one }}</option>
    </select>
    <select v-model="use" class="field" aria-label="Used by">
      <option value="">Used or not</option>
      <option :value="NONE">Used by no profile</option>
      <option v-for="one in users" :key="one" :value="one">Used by {{ one }}</option>
    </select>
    <select
      :value="accent.startsWith('#') ? 'colour' : accent"
      class="field"
      aria-label="Accent"
      @change="colour(($event.target as HTMLSelectElement).value)"
    >
      <option value="">Any accent</option>
      <option value="now">Accent like now</option>
      <option value="colour">Accent like a colour</option>
    </select>
    <input
      v-if="accent.startsWith('#')"
      v-model.lazy="accent"
      class="colour"
      type="color"
      aria-label="The colour"
    />
  </div>
</template>

<style scoped>
.field {
  width: auto;
  max-width: 160px;
  height: 32px;
}

.colour {
  width: 40px;
  height: 32px;
  border: 1px solid var(--line);
  background: var(--paper);
}
</style>
