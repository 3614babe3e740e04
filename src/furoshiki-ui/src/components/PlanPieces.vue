<script setup lang="ts">
import type { Schemas } from '@/api/client'

defineProps<{
  pieces: readonly Schemas['PieceView'][]
  /** The part or the item that they are of, for those who hear what a button is for. */
  of: string
  canLeaveOut?: boolean
}>()
defineEmits<{ leaveOut: [without: string] }>()
</script>

<template>
  <ul>
    <li v-for="piece in pieces" :key="piece.leaveOut ?? piece.words">
      <div class="piece">
        <span>{{ piece.words }}</span>
        <VBtn
          v-if="canLeaveOut && piece.leaveOut"
          class="bare"
          :aria-label="`Leave out ${of}, ${piece.words}`"
          @click="$emit('leaveOut', piece.leaveOut)"
          >Leave out</VBtn
        >
      </div>
      <PlanPieces
        v-if="piece.within.length > 0"
        :pieces="piece.within"
        :of="`${of}, ${piece.words}`"
        :can-leave-out="canLeaveOut"
        @leave-out="$emit('leaveOut', $event)"
      />
    </li>
  </ul>
</template>

<style scoped>
ul ul {
  padding-left: 14px;
}

.piece {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
  min-height: 24px;
  overflow-wrap: anywhere;
}

.bare {
  flex: none;
  height: 20px;
  min-height: 24px;
  color: var(--second);
  font-weight: normal;
}
</style>
