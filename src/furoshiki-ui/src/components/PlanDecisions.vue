<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { useDesktop } from '@/composables/useDesktop'
import { count } from '@/composables/words'
import SignalWord from './SignalWord.vue'

defineProps<{ plan: Schemas['PlanView']; ended: boolean }>()
const { now } = useDesktop()
</script>

<template>
  <div class="decisions">
    <section v-if="plan.refused.length > 0" class="paper">
      <SignalWord signal="cannot" :word="`${count(plan.refused.length, 'part')} cannot go on`" />
      <p v-for="part in plan.refused" :key="part.kind">
        <strong>{{ part.title }}.</strong> {{ part.reason }}
      </p>
      <p class="second">{{ plan.refused.length === 1 ? 'It stays' : 'They stay' }} as now.</p>
    </section>
    <section
      v-if="plan.unsaved.length > 0 && !ended && plan.files.length > 0"
      class="paper"
      data-test="unsaved"
    >
      <SignalWord signal="cannot" :word="`${count(plan.unsaved.length, 'change')} saved nowhere`" />
      <p>
        <template v-for="(part, i) in plan.unsaved" :key="part.kind"
          >{{ i > 0 ? '; ' : '' }}{{ part.title }}: {{ part.words }}</template
        >. The safe state keeps {{ plan.unsaved.length === 1 ? 'it' : 'them' }}; a saving makes
        {{ plan.unsaved.length === 1 ? 'it' : 'them' }} easy to find.
      </p>
      <VBtn v-if="now?.on" :to="{ name: 'save', query: { as: now.on.profileId } }"
        >Save as {{ now.on.name }}, {{ now.on.nextOrdinal }}…</VBtn
      >
    </section>
  </div>
</template>

<style scoped>
.decisions {
  display: grid;
  gap: 10px;
  overflow: auto;
}

section {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 10px 12px;
  overflow-wrap: anywhere;
}
</style>
