<script setup lang="ts">
import { IconArrowRight } from '@tabler/icons-vue'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Schemas } from '@/api/client'
import { usePlan } from '@/api/queries'
import DesktopPicture from '@/components/DesktopPicture.vue'
import PlanDecisions from '@/components/PlanDecisions.vue'
import PlanSteps from '@/components/PlanSteps.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import { useDesktop } from '@/composables/useDesktop'
import { useSwitchRun } from '@/composables/useSwitchRun'
import { count } from '@/composables/words'

const route = useRoute()
const client = useQueryClient()
const { id } = useDesktop()

const target = computed<Schemas['Target'] | null>(() => {
  const [saving, state] = [Number(route.query.saving), Number(route.query.state)]
  const kinds = route.query.parts ? String(route.query.parts).split(',') : null
  return saving > 0
    ? { kind: 'Saving', id: saving, kinds }
    : state > 0
      ? { kind: 'SafeState', id: state, kinds: null }
      : null
})
const { data: plan, error, refetch } = usePlan(id, target)
const run = useSwitchRun(id)
const isBack = computed(() => target.value?.kind === 'SafeState')
const isNothing = computed(() => plan.value?.files.length === 0)
const result = computed(() => run.progress.value?.result)
const share = computed(() => {
  const progress = run.progress.value
  return progress && progress.total > 0 ? (100 * progress.done) / progress.total : 0
})
const before = computed(() => {
  const unsaved = plan.value?.unsaved.length ?? 0
  if (result.value?.switched) return 'before'
  return unsaved > 0 ? `now, ${count(unsaved, 'change')} unsaved` : 'now'
})
const outcomes = computed(() => new Map((result.value?.parts ?? []).map((part) => [part.kind, part])))
const STAGES: Record<string, string> = {
  'safe-state': 'Making the safe state and reading it back',
  writing: 'Writing',
  checking: 'Reading every file again',
}

watch(result, (ended) => {
  if (ended) void client.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'plan' })
})
watch(target, () => run.reset())

function planAgain() {
  run.reset()
  void refetch()
}
</script>

<template>
  <ProblemNote v-if="error" :error="error"><VBtn :to="{ name: 'shelf' }">To the shelf</VBtn></ProblemNote>
  <p v-else-if="!target" class="third">Nothing is chosen. Choose a look on the shelf, or a safe state.</p>
  <div v-else-if="plan" class="plan">
    <div>
      <h1 class="unseen">{{ isBack ? 'Go back' : `Switch to ${plan.name}` }}</h1>
      <div class="pictures">
        <figure>
          <DesktopPicture :look="plan.nowLook" :desktop="id" name="Before the switch" />
          <figcaption>
            <strong>{{ plan.before }}</strong>
            {{ ' ' }}
            <span class="second">{{ before }}</span>
          </figcaption>
        </figure>
        <IconArrowRight :size="22" aria-hidden="true" />
        <figure>
          <DesktopPicture :look="plan.nextLook" :desktop="id" name="After the switch" />
          <figcaption>
            <strong>{{ plan.name }}</strong> <span class="second">{{ plan.caption }}</span>
          </figcaption>
        </figure>
      </div>
      <PlanSteps :plan="plan" :progress="run.progress.value" :outcomes="outcomes" />
    </div>

    <div class="deciding">
      <PlanDecisions :plan="plan" :ended="!!result" />
      <ProblemNote v-if="run.problem.value" :error="run.problem.value"
        ><VBtn @click="planAgain">Plan again</VBtn></ProblemNote
      >

      <div
        v-if="result"
        class="result paper"
        :class="{ failed: !result.switched }"
        role="status"
        data-test="result"
      >
        <template v-if="result.switched">
          <h2>● {{ isBack ? 'The desktop is back' : `${plan.name} is on` }}</h2>
          <p class="second">{{ result.unharmed }}</p>
          <VBtn v-if="result.safeState" :to="{ name: 'switch', query: { state: result.safeState } }"
            >Go back to what was before…</VBtn
          >
        </template>
        <template v-else>
          <h2>◇ The switch was not done</h2>
          <p>{{ result.problem }}</p>
          <p class="second">{{ result.unharmed }}</p>
          <VBtn @click="planAgain">Plan again</VBtn>
        </template>
        <VBtn :to="{ name: 'shelf' }">To the shelf</VBtn>
      </div>
      <div v-else-if="run.isRunning.value" class="running" role="status">
        <p>
          {{ STAGES[run.progress.value?.stage ?? 'safe-state'] }}, {{ run.progress.value?.done ?? 0 }} of
          {{ count(plan.files.length, 'file') }}
        </p>
        <VProgressLinear :model-value="share" height="6" color="var(--action)" />
        <VBtn class="tall" @click="run.stop">Stop and go back</VBtn>
      </div>
      <p v-else-if="isNothing" class="nothing paper">
        {{
          plan.refused.length > 0
            ? 'Nothing else differs, so there is nothing to switch.'
            : 'Nothing differs: this is on already.'
        }}
      </p>
      <VBtn v-else-if="!run.problem.value" class="main tall go" data-test="go" @click="run.start(plan)">
        {{ isBack ? 'Go back to this' : `Switch to ${plan.name}` }}
      </VBtn>
    </div>
  </div>
  <p v-else class="third">Working out the plan…</p>
</template>

<style scoped>
.plan {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 18px;
  min-height: 100%;
}

.pictures {
  display: grid;
  grid-template-columns: 1fr auto 1fr;
  gap: 12px;
  align-items: center;
  margin-bottom: 14px;
}

figcaption {
  margin-top: 6px;
}

.deciding {
  position: sticky;
  top: 0;
  display: flex;
  flex-direction: column;
  gap: 10px;
  max-height: calc(100vh - 92px);
}

.go,
.running,
.result,
.nothing {
  margin-top: auto;
}

.go {
  flex: none;
}

.running,
.result {
  display: grid;
  gap: 8px;
}

.result,
.nothing {
  padding: 12px;
}

.result {
  border-left: 3px solid var(--ready);
  background: var(--ready-tint);
}

.result h2 {
  color: var(--ready);
}

.result.failed {
  border-color: var(--cannot);
  background: var(--cannot-tint);
}

.result.failed h2 {
  color: var(--cannot);
}

@media (width <= 1100px) {
  .plan {
    grid-template-columns: minmax(0, 1fr) 260px;
  }
}
</style>
