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
  <RouterLink
    v-if="readiness.get?.length"
    class="get"
    title="Get what is missing…"
    :to="{ name: 'switch', query: { get: readiness.get } }"
  >
    <SignalWord :signal="signal" :word="readiness.words" />
  </RouterLink>
  <SignalWord v-else :signal="signal" :word="readiness.words" />
</template>

<style scoped>
.get {
  padding: 3px 0;
}
</style>
