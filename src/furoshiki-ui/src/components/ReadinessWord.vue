<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import SignalWord, { type Signal } from './SignalWord.vue'

const props = defineProps<{ readiness: Schemas['ReadinessView'] }>()

const SIGNALS: Record<Schemas['ReadinessState'], Signal> = {
  On: 'ready',
  Same: 'ready',
  Ready: 'ready',
  Partly: 'waiting',
  Drifted: 'waiting',
  ToGet: 'waiting',
  Cannot: 'cannot',
}
const signal = computed(() => SIGNALS[props.readiness.state])
</script>

<template>
  <SignalWord :signal="signal" :word="readiness.words" />
</template>
