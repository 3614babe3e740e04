<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { nameOf } from '@/composables/compared'

/** Looks that are compared, of which one is chosen. */
defineProps<{ label: string; looks: { side: Schemas['SideView']; at: number }[]; chosen: number }>()
defineEmits<{ choose: [at: number] }>()
</script>

<template>
  <span class="row" role="group" :aria-label="label">
    <VBtn
      v-for="one in looks"
      :key="one.at"
      class="chip"
      :aria-pressed="one.at === chosen"
      @click="$emit('choose', one.at)"
      >{{ nameOf(one.side) }}</VBtn
    >
  </span>
</template>
