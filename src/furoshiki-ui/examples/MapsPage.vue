<script setup lang="ts">
import { useMaps } from '@/api/queries'
import ProblemNote from '@/components/ProblemNote.vue'

const { data: maps, error } = useMaps()
</script>

<template>
  <h1 class="title">Maps</h1>
  <ProblemNote v-if="error && !maps" :error="error" />
  <ul v-else class="paper">
    <li v-for="map in maps" :key="map.name">{{ map.platform }}</li>
  </ul>
</template>
