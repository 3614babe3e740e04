<script setup lang="ts">
import type { Schemas } from '@/api/client'
import SampleImage from './SampleImage.vue'
import { loadWords, count, size } from '@/composables/words'

defineProps<{ supplies: Schemas['SupplyChangeView'][] }>()

const VERBS: Record<Schemas['SupplyVerb'], string> = {
  Get: 'Get',
  Update: 'Update',
  PutBack: 'Put back',
  Remove: 'Remove',
}
</script>

<template>
  <ol class="supplies paper" aria-label="Supplies">
    <li v-for="one in supplies" :key="one.name">
      <span class="verb">{{ VERBS[one.verb] }}</span>
      <span>
        <strong>{{ one.title }}</strong>
        {{ ' ' }}
        <span class="mono">
          {{
            one.from !== one.to && one.from && one.to ? `${one.from} → ${one.to}` : (one.to ?? one.from)
          }}</span
        >
        <span v-if="!one.isAsked" class="second">{{
          one.verb === 'Get' ? ', which it needs' : ', so that it fits'
        }}</span>
        <span v-if="one.missedBy.length > 0" class="edited">missed by {{ one.missedBy.join(', ') }}</span>
        <span v-if="one.edited.length > 0" class="edited"
          >{{ count(one.edited.length, 'file is not as it came', 'files are not as they came') }}:
          <span class="mono">{{ one.edited.join(', ') }}</span></span
        >
        <span v-if="one.usedBy?.length" class="used second"
          >used by {{ one.usedBy.join(', ') }}, whose savings keep what they were saved with</span
        >
        <span v-if="loadWords(one)" class="used second">{{ loadWords(one) }}</span>
        <span v-if="one.samples?.length" class="samples">
          <span v-for="pair in one.samples" :key="pair.after.content" class="pair">
            <SampleImage v-if="pair.before" :sample="pair.before" />
            <span v-else class="third">new</span>
            <span aria-hidden="true">→</span>
            <SampleImage :sample="pair.after" />
          </span>
        </span>
      </span>
      <span class="third">{{
        one.verb === 'Remove'
          ? `${count(one.files, 'file')}, a copy stays in the safe state`
          : `${count(one.files, 'file')}, ${one.bytes > 0 ? `${size(one.bytes)} to load` : 'kept here'}`
      }}</span>
    </li>
  </ol>
</template>

<style scoped>
.supplies {
  display: grid;
}

li {
  display: grid;
  grid-template-columns: 76px 1fr auto;
  gap: 10px;
  align-items: baseline;
  padding: 8px 12px;
}

li + li {
  border-top: 1px solid var(--line);
}

.verb {
  color: var(--second);
}

.used {
  display: block;
}

.samples {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 6px;
}

.pair {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 4px 8px;
  background: #d9d9d6;
  color: #2f3337;
}

.edited {
  display: block;
  color: var(--waiting);
  overflow-wrap: anywhere;
}
</style>
