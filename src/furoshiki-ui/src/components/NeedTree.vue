<script setup lang="ts">
import type { Schemas } from '@/api/client'
import SignalWord, { type Signal } from './SignalWord.vue'
import { size } from '@/composables/words'

defineProps<{ needs: Schemas['NeedView'][] }>()
defineEmits<{ open: [name: string] }>()

const SIGNALS: Record<Schemas['NeedState'], Signal> = {
  Here: 'ready',
  Edited: 'waiting',
  Carried: 'ready',
  ToGet: 'waiting',
  Missing: 'cannot',
  NotHere: 'cannot',
}

function wordOf({ state, version, bytes }: Schemas['NeedView']) {
  if (state === 'ToGet') return bytes > 0 ? `to get, ${size(bytes)}` : 'to get, kept here'
  if (state === 'Missing') return 'not to be had'
  if (state === 'NotHere') return 'not here'
  return [state === 'Carried' ? 'kept with it' : 'here', version].filter(Boolean).join(', ')
}
</script>

<template>
  <ul class="tree">
    <li v-for="need in needs" :key="need.name">
      <span class="need">
        <button v-if="need.isSupply" class="link" @click="$emit('open', need.name)">{{ need.title }}</button>
        <span v-else>{{ need.title }}</span>
        <span class="second">{{ need.versions }}</span>
        <SignalWord class="push" :signal="SIGNALS[need.state]" :word="wordOf(need)" />
        <span v-if="need.note" class="note third">{{ need.note }}</span>
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
</style>
