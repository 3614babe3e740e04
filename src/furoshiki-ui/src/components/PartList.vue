<script setup lang="ts">
import type { Schemas } from '@/api/client'
import SwatchRow from './SwatchRow.vue'

defineProps<{ parts: Schemas['PartView'][]; opened?: string }>()
defineEmits<{ open: [kind: string] }>()
</script>

<template>
  <dl class="parts paper">
    <div
      v-for="(part, i) in parts"
      :id="`part-${part.kind}`"
      :key="part.kind"
      :class="{ opened: part.kind === opened, first: part.group !== parts[i - 1]?.group }"
      :data-group="part.group"
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
            <span v-if="asset.digest" class="third"
              >{{ asset.digest }}, {{ asset.isCarried ? 'carried' : 'needed' }}</span
            >
            <span v-else-if="asset.path" class="third">nothing stood there</span>
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

.parts .first::before {
  content: attr(data-group);
  grid-column: 1 / -1;
  margin: -6px -12px 0;
  padding: 4px 12px;
  border-bottom: 1px solid var(--line);
  background: var(--raised);
  color: var(--third);
  font-size: 12px;
  font-weight: 600;
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
