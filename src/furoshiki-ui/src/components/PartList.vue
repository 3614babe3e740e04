<script setup lang="ts">
import type { Schemas } from '@/api/client'
import SwatchRow from './SwatchRow.vue'

defineProps<{ parts: Schemas['PartView'][]; opened?: string }>()
defineEmits<{ open: [kind: string] }>()
</script>

<template>
  <dl class="parts paper">
    <div
      v-for="part in parts"
      :id="`part-${part.kind}`"
      :key="part.kind"
      :class="{ opened: part.kind === opened }"
    >
      <dt>
        <button
          :aria-expanded="part.kind === opened"
          @click="$emit('open', part.kind === opened ? '' : part.kind)"
        >
          {{ part.title }}
        </button>
      </dt>
      <dd>
        <SwatchRow v-if="part.swatches.length > 0" :colours="part.swatches" />
        {{ part.words }}
        <ul v-if="part.kind === opened" class="assets mono">
          <li v-for="asset in part.assets" :key="asset.name">
            {{ asset.path ?? `${asset.name}, not found` }}
            <span v-if="asset.digest" class="third">{{ asset.digest }}</span>
          </li>
          <li v-if="part.assets.length === 0" class="third">uses no files of its own</li>
        </ul>
      </dd>
    </div>
  </dl>
</template>

<style scoped>
.parts > div {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 8px;
  padding: 6px 12px;
}

.parts > div + div {
  border-top: 1px solid var(--line);
}

.parts dt {
  font-weight: 600;
}

.parts button:hover {
  text-decoration: underline;
}

.opened {
  background: var(--action-tint);
}

.assets {
  margin-top: 4px;
  overflow-wrap: anywhere;
}
</style>
