<script setup lang="ts">
import type { Schemas } from '@/api/client'
import SignalWord, { type Signal } from './SignalWord.vue'
import { size } from '@/composables/words'

defineProps<{ needs: Schemas['NeedView'][] }>()
defineEmits<{ open: [name: string] }>()

function stateOf({ state, version, bytes }: Schemas['NeedView']): { signal: Signal; word: string } {
  if (state === 'Here') return { signal: 'ready', word: `here, ${version}` }
  if (state === 'Edited') return { signal: 'waiting', word: `here, ${version}, edited in place` }
  if (state === 'ToGet')
    return { signal: 'waiting', word: bytes > 0 ? `to get, ${size(bytes)}` : 'to get, kept here' }
  return { signal: 'cannot', word: 'not to be had' }
}
</script>

<template>
  <ul class="tree">
    <li v-for="need in needs" :key="need.name">
      <span class="need">
        <button v-if="need.state" class="link" @click="$emit('open', need.name)">{{ need.title }}</button>
        <span v-else>{{ need.title }}</span>
        <span class="second">{{ need.versions }}</span>
        <SignalWord class="push" v-bind="stateOf(need)" />
      </span>
      <NeedTree v-if="need.needs.length > 0" :needs="need.needs" @open="$emit('open', $event)" />
    </li>
  </ul>
</template>

<style scoped>
.tree {
  padding-left: 14px;
  border-left: 1px solid var(--line);
}

.need {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 6px;
  align-items: baseline;
  padding: 3px 0;
}

.need::before {
  content: '';
  width: 10px;
  margin-left: -14px;
  border-top: 1px solid var(--line);
  translate: 0 -4px;
}

.link {
  color: var(--text);
  font-weight: 600;
  text-decoration: underline;
}
</style>
