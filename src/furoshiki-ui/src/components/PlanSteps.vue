<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { count } from '@/composables/words'
import PlanPieces from './PlanPieces.vue'
import SignalWord, { type Signal } from './SignalWord.vue'

const props = defineProps<{
  plan: Schemas['PlanView']
  progress?: Schemas['RunProgress']
  outcomes: Map<string, Schemas['PartResult']>
  canLeaveOut?: boolean
}>()
defineEmits<{ leaveOut: [without: string]; putOn: [without: string]; asSaved: [instead: string] }>()

const TITLES: Record<Schemas['Shows'], string> = {
  AtOnce: 'Shows at once',
  AfterProgramRestart: 'Shows after its programs start again',
  AfterSignIn: 'Shows after one sign-in',
  AfterRestart: 'Shows after one restart',
}
/** What serves a group that something later in the plan serves too. */
const SERVES: Partial<Record<Schemas['Shows'], string>> = {
  AfterSignIn: 'the sign-in starts them too',
  AfterRestart: 'the restart serves them too',
}
const OUTCOMES: Record<Schemas['PartOutcome'], { signal: Signal; word: string }> = {
  Taken: { signal: 'ready', word: 'taken' },
  Waiting: { signal: 'waiting', word: 'written, waits' },
  NotTaken: { signal: 'cannot', word: 'not taken' },
}

const settingsIn = (pieces: readonly Schemas['PieceView'][]): number =>
  pieces.reduce((sum, piece) => sum + (settingsIn(piece.within) || 1), 0)
const summary = (group: Schemas['StepGroup']) => {
  const files = new Set(group.steps.flatMap((step) => step.files)).size
  const settings = group.steps.reduce((sum, step) => sum + settingsIn(step.pieces), 0)
  return settings > 0
    ? `${count(group.steps.length, 'part')}, ${count(settings, 'setting')} in ${count(files, 'file')}`
    : `${count(group.steps.length, 'part')} in ${count(files, 'file')}`
}
const isMade = computed(
  () => !!props.progress && props.progress.stage !== 'SafeState' && props.progress.result?.safeState !== null,
)
</script>

<template>
  <ol class="groups">
    <li v-if="plan.files.length > 0" class="group paper">
      <div class="head">
        <h2>First</h2>
        <span class="third">nothing else starts before this is done</span>
      </div>
      <div class="step">
        <strong>Safe state</strong>
        <span>every file that Furoshiki manages here</span>
        <SignalWord v-if="isMade" signal="ready" word="made and checked" />
        <span v-else class="third">{{ count(plan.safeFiles, 'file') }}</span>
      </div>
    </li>
    <li v-for="group in plan.groups" :key="group.shows" class="group paper">
      <div class="head">
        <h2>{{ TITLES[group.shows] }}</h2>
        <span class="third"
          >{{ summary(group) }}<template v-if="group.with">; {{ SERVES[group.with] }}</template></span
        >
      </div>
      <div v-for="step in group.steps" :key="step.kind" class="step" :data-step="step.kind">
        <strong>{{ step.title }}</strong>
        <details>
          <summary>{{ step.words }}</summary>
          <PlanPieces
            class="second"
            :pieces="step.pieces"
            :of="step.title"
            :can-leave-out="canLeaveOut && !outcomes.get(step.kind)"
            @leave-out="$emit('leaveOut', $event)"
          />
          <ul class="second">
            <li v-for="file in step.files" :key="file" class="mono">{{ file }}</li>
          </ul>
          <p v-for="line in step.notes" :key="line">{{ line }}</p>
        </details>
        <SignalWord
          v-if="outcomes.get(step.kind)"
          v-bind="OUTCOMES[outcomes.get(step.kind)?.outcome ?? 'Taken']"
          :title="outcomes.get(step.kind)?.words"
        />
        <VBtn
          v-else-if="canLeaveOut"
          class="bare"
          :aria-label="`Leave out ${step.title}`"
          @click="$emit('leaveOut', step.kind)"
          >Leave out</VBtn
        >
      </div>
    </li>
    <li v-if="plan.leftOut.length > 0" class="group paper" data-test="left-out">
      <div class="head">
        <h2>Left out</h2>
        <span class="third">{{ plan.leftOut.length === 1 ? 'it stays' : 'they stay' }} as now</span>
      </div>
      <div v-for="one in plan.leftOut" :key="one.without" class="step">
        <strong>{{ one.title }}</strong>
        <span>{{ one.words }}</span>
        <VBtn
          v-if="canLeaveOut"
          class="bare"
          :aria-label="one.words ? `Put on ${one.title}, ${one.words}` : `Put on ${one.title}`"
          @click="$emit('putOn', one.without)"
          >Put on</VBtn
        >
      </div>
    </li>
    <li v-if="plan.instead.length > 0" class="group paper" data-test="instead">
      <div class="head"><h2>Put on instead</h2></div>
      <div v-for="one in plan.instead" :key="one.instead" class="step">
        <strong>{{ one.title }}</strong>
        <span>{{ one.words }}</span>
        <VBtn
          v-if="canLeaveOut"
          class="bare"
          :aria-label="`As saved: ${one.title}`"
          @click="$emit('asSaved', one.instead)"
          >As saved</VBtn
        >
      </div>
    </li>
    <li v-if="plan.same.length > 0 || plan.leftAlone" class="group paper">
      <div class="head"><h2>Not touched</h2></div>
      <div v-if="plan.same.length > 0" class="step">
        <strong>The same</strong>
        <span class="second">{{ plan.same.join(', ') }}</span>
      </div>
      <div v-if="plan.leftAlone" class="step">
        <strong>Others</strong>
        <span class="second">{{ plan.leftAlone.titles.join(', ') }}: {{ plan.leftAlone.reason }}</span>
      </div>
    </li>
  </ol>
</template>

<style scoped>
.groups {
  display: grid;
  gap: 10px;
}

.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
  padding: 7px 12px;
  border-bottom: 1px solid var(--line);
}

h2 {
  font-size: 14px;
}

.step {
  display: grid;
  grid-template-columns: 112px 1fr auto;
  gap: 12px;
  padding: 4px 12px;
}

.step strong {
  font-weight: 600;
}

details ul {
  padding: 4px 0 6px;
}

summary {
  cursor: pointer;
}

/* It stands on the line of its part, and waits until it is wanted. */
.step .bare {
  height: 20px;
  min-height: 24px;
  margin: -3px -7px -1px 0;
  color: var(--second);
}
</style>
