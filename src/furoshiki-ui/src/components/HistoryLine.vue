<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { useSwitchPlan } from '@/api/queries'
import { ENDS } from '@/composables/past'
import { useDesktop } from '@/composables/useDesktop'
import { timeOf } from '@/composables/words'
import DesktopPicture from './DesktopPicture.vue'
import SignalWord from './SignalWord.vue'

/** A switch in the history: what kind it was, the look that it was to put on, and what came of it. */
const props = defineProps<{ one: Schemas['PastSwitch']; isChosen: boolean }>()
defineEmits<{ choose: [] }>()
const { id } = useDesktop()

const KINDS: Record<Schemas['TargetKind'], string> = {
  Saving: 'switch to a profile',
  Fitting: 'switch to a fitting',
  Parts: 'switch to parts',
  SafeState: 'back to a safe state',
  PutBack: 'put back',
  Aside: 'brought back what was set aside',
  Supplies: 'supplies',
}
const BY: Record<Schemas['SwitchedBy'], string> = {
  Person: 'on a page',
  Command: 'by the command',
  NotNoted: '',
}
const { data: plan } = useSwitchPlan(
  computed(() => props.one.id),
  computed(() => props.one.hasPlan),
)
const words = computed(() =>
  [plan.value && KINDS[plan.value.target.kind], timeOf(props.one.begunAt), BY[props.one.by]]
    .filter(Boolean)
    .join(', '),
)
/** Supplies alone leave the look as it was. */
const look = computed(() =>
  plan.value && plan.value.nextLook !== plan.value.nowLook ? plan.value.nextLook : undefined,
)
</script>

<template>
  <button class="one paper" :aria-pressed="isChosen" @click="$emit('choose')">
    <span class="drawn" aria-hidden="true">
      <DesktopPicture v-if="look" :look="look" :desktop="id" :name="one.title" main-only />
    </span>
    <span class="words">
      <strong>{{ one.title || 'A switch' }}</strong>
      <span class="second">{{ words }}</span>
    </span>
    <SignalWord v-bind="ENDS[one.end]" />
  </button>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
  width: 100%;
  padding: 6px 12px 6px 6px;
  color: var(--text);
  text-align: start;
  overflow-wrap: anywhere;
}

.drawn {
  display: block;
  min-height: 36px;
  overflow: hidden;
}

.words > span {
  display: block;
}
</style>
