<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { useSwitches, useSwitchPlan, type SwitchesQuery } from '@/api/queries'
import DesktopPicture from '@/components/DesktopPicture.vue'
import HistoryLine from '@/components/HistoryLine.vue'
import PastBar from '@/components/PastBar.vue'
import PlanSteps from '@/components/PlanSteps.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import SignalWord from '@/components/SignalWord.vue'
import { ENDS } from '@/composables/past'
import { useAddress } from '@/composables/useAddress'
import { useDesktop } from '@/composables/useDesktop'
import { useInSight } from '@/composables/useInSight'
import { count, dayOf, moment } from '@/composables/words'
import { useTitle } from '@/composables/useTitle'

/** What the list can be narrowed to, each with its word in the address. */
const FILTERS: { name: string; words: string; query: SwitchesQuery }[] = [
  { name: '', words: 'All', query: {} },
  { name: 'pages', words: 'On a page', query: { by: 'Person' } },
  { name: 'command', words: 'By the command', query: { by: 'Command' } },
  { name: 'back', words: 'Went back', query: { end: 'WentBack' } },
  { name: 'not-done', words: 'Not done', query: { end: 'NotDone' } },
]

const { id } = useDesktop()
const only = useAddress('only')
const query = computed(() => FILTERS.find((one) => one.name === only.value)?.query ?? {})
const { data: all, error } = useSwitches(id, query)
const { made, left, rest } = useInSight(
  computed(() => all.value ?? []),
  20,
)
/** Them by day, the last first. */
const days = computed(() => {
  const byDay: { day: string; switches: Schemas['PastSwitch'][] }[] = []
  for (const one of made.value) {
    const day = dayOf(one.begunAt)
    if (byDay.at(-1)?.day === day) byDay.at(-1)?.switches.push(one)
    else byDay.push({ day, switches: [one] })
  }
  return byDay
})
const opened = useAddress('switch')
const chosen = computed(() => all.value?.find((one) => String(one.id) === opened.value) ?? all.value?.[0])
const { data: plan, error: planError } = useSwitchPlan(
  computed(() => chosen.value?.id ?? 0),
  computed(() => chosen.value?.hasPlan === true),
)
const outcomes = computed(() => new Map((chosen.value?.result?.parts ?? []).map((part) => [part.kind, part])))
/** How many parts took, in words. */
const WORDS: Record<Schemas['PartOutcome'], string> = {
  Taken: 'taken',
  Waiting: 'written, to show later',
  NotTaken: 'not taken',
}
const parts = computed(() =>
  Object.entries(WORDS)
    .map(([outcome, words]) => {
      const these = (chosen.value?.result?.parts ?? []).filter((part) => part.outcome === outcome)
      return these.length > 0 ? `${count(these.length, 'part')} ${words}` : ''
    })
    .filter(Boolean)
    .join(', '),
)
const asFile = computed(
  () => `/api/desktops/${id.value}/switches?${new URLSearchParams(Object.entries(query.value)).toString()}`,
)
const print = () => window.print()
useTitle(() => chosen.value && `${chosen.value.title}, history`)
</script>

<template>
  <PastBar />
  <div class="head row">
    <label class="row"
      ><span class="second">Show</span>
      <select v-model="only" class="field">
        <option v-for="filter in FILTERS" :key="filter.name" :value="filter.name">{{ filter.words }}</option>
      </select>
    </label>
    <a v-if="all?.length" class="push" :href="asFile" download="furoshiki-history.json">As a JSON file</a>
  </div>
  <ProblemNote v-if="error && !all" :error="error" />
  <p v-else-if="all?.length === 0" class="nothing paper">
    {{
      only
        ? 'Nothing here passes this filter.'
        : 'Each switch will stand here with its plan and what came of it. There was none yet.'
    }}
  </p>
  <div v-else-if="chosen" class="both">
    <div class="list">
      <section v-for="{ day, switches } in days" :key="day" :aria-label="day">
        <h2>{{ day }}</h2>
        <ol>
          <li v-for="one in switches" :key="one.id">
            <HistoryLine :one="one" :is-chosen="one.id === chosen.id" @choose="opened = String(one.id)" />
          </li>
        </ol>
      </section>
      <div v-if="left" ref="rest" :style="{ height: `${left * 56}px` }" />
    </div>
    <section class="opened" aria-label="The chosen switch">
      <div class="paper came">
        <h2>{{ chosen.title || 'A switch' }}</h2>
        <p class="second">{{ moment(chosen.begunAt) }}</p>
        <DesktopPicture
          v-if="plan && plan.nextLook !== plan.nowLook"
          class="put"
          :look="plan.nextLook"
          :desktop="id"
          :name="chosen.title"
          main-only
        />
        <p v-if="plan" class="second">{{ plan.caption }}, from {{ plan.before }}</p>
        <SignalWord v-bind="ENDS[chosen.end]" />
        <p v-if="chosen.result?.problem">{{ chosen.result.problem }}</p>
        <p v-if="chosen.result" class="second">{{ chosen.result.unharmed }}</p>
        <p v-if="parts" class="second">{{ parts }}</p>
        <div v-if="plan" class="row tools">
          <VBtn
            v-if="chosen.result?.safeState"
            :to="{ name: 'switch', query: { state: chosen.result.safeState } }"
            >Go back to what was before…</VBtn
          >
          <VBtn @click="print">Print</VBtn>
          <a :href="`/api/switches/${chosen.id}/plan`" download="furoshiki-plan.json"
            >The plan as a JSON file</a
          >
        </div>
      </div>
      <ProblemNote v-if="planError" :error="planError" />
      <PlanSteps v-if="plan && chosen.hasPlan" :plan="plan" :outcomes="outcomes" />
      <p v-else-if="!chosen.hasPlan" class="third">Its plan was not kept.</p>
    </section>
  </div>
</template>

<style scoped>
.head {
  margin-bottom: 10px;
}

.nothing {
  padding: 16px;
}

.both {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: 20px;
  align-items: start;
}

.head select {
  width: auto;
}

.list,
.list ol {
  display: grid;
  gap: 6px;
}

.list h2 {
  margin: 6px 0 4px;
  font-size: 12px;
  color: var(--second);
}

.put {
  width: min(240px, 100%);
}

.opened {
  position: sticky;
  top: 0;
  display: grid;
  gap: 10px;
}

.came {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 12px;
}

.tools {
  margin-top: 4px;
}

@media (width <= 700px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }

  .list {
    max-height: 50vh;
    padding: 3px;
    overflow-y: auto;
  }

  .opened {
    position: static;
  }
}

@media print {
  .head,
  .list,
  .tools {
    display: none;
  }

  .both {
    display: block;
  }
}
</style>
