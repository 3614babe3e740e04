<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed, nextTick, ref } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take, type Schemas } from '@/api/client'
import { usePlan, useSafeStatesKept, useSafeStates } from '@/api/queries'
import DamagedList from '@/components/DamagedList.vue'
import DesktopPicture from '@/components/DesktopPicture.vue'
import NameForm from '@/components/NameForm.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import SignalWord from '@/components/SignalWord.vue'
import { useAddress } from '@/composables/useAddress'
import { useDeletion } from '@/composables/useDeletion'
import { useDesktop } from '@/composables/useDesktop'
import { useInSight } from '@/composables/useInSight'
import { costWords, count, moment, size, wholeWords } from '@/composables/words'
import { useTitle } from '@/composables/useTitle'

const { id } = useDesktop()
const { data: states, error } = useSafeStates(id)
const { made, left, rest } = useInSight(
  computed(() => states.value ?? []),
  12,
)
const chosen = useAddress('state')
const state = computed(
  () => states.value?.find((one) => String(one.id) === chosen.value) ?? states.value?.[0],
)
const target = computed<Schemas['Target'] | null>(() =>
  state.value ? { kind: 'SafeState', id: state.value.id } : null,
)
useTitle(() => state.value && `${state.value.title}, safe state`)
const { data: plan, error: planError } = usePlan(id, target)
const { data: allKept } = useSafeStatesKept(id)
const keptFor = (one: number | undefined) => allKept.value?.each.find((kept) => kept.id === one)
const kept = computed(() => keptFor(state.value?.id))
const { remove } = useDeletion()
const ask = (one: number) => () =>
  take(
    api.DELETE('/api/desktops/{id}/safe-states/{state}', {
      params: { path: { id: id.value, state: one } },
    }),
  )
const changed = useChanged()
const isNaming = ref(false)
const opener = ref<{ $el: HTMLElement }>()
async function leave() {
  isNaming.value = false
  make.reset()
  await nextTick()
  opener.value?.$el.focus()
}
const make = useMutation({
  mutationFn: (name: string) =>
    take(
      api.POST('/api/desktops/{id}/safe-states', {
        params: { path: { id: id.value } },
        body: { name },
      }),
    ),
  onSuccess: async ({ id: state }) => {
    isNaming.value = false
    await changed()
    chosen.value = String(state)
  },
})
const steps = computed(() => plan.value?.groups.flatMap((group) => group.steps) ?? [])
</script>

<template>
  <div class="title row">
    <h1>Safe states</h1>
    <NameForm
      v-if="isNaming"
      class="push"
      verb="Make it"
      :is-pending="make.isPending.value"
      @name="make.mutate"
      @leave="leave"
    />
    <VBtn v-else ref="opener" class="push" @click="isNaming = true">Make a safe state…</VBtn>
  </div>
  <ProblemNote v-if="make.error.value" :error="make.error.value" />
  <ProblemNote v-if="error && !states" :error="error" />
  <p v-else-if="states?.length === 0" class="nothing paper">
    Before every switch, an exact copy of every managed file is made here and read back, and whenever you ask
    for one. There was none yet.
  </p>
  <div v-else-if="state" class="states">
    <ol class="line" aria-label="Newest first">
      <li v-for="one in made" :key="one.id">
        <button class="state paper" :aria-pressed="one.id === state.id" @click="chosen = String(one.id)">
          <DesktopPicture class="thumb" :look="one.look" :desktop="id" :name="one.title" main-only />
          <span>
            <strong>{{ one.title }}</strong>
            <span class="second">{{ moment(one.madeAt) }}, {{ one.reason }}</span>
            <span class="third"
              >{{ count(one.files, 'file') }}, {{ size(one.size)
              }}<template v-if="keptFor(one.id)"
                >, {{ wholeWords(keptFor(one.id)!.seenWhole) }}</template
              ></span
            >
          </span>
        </button>
      </li>
      <li v-if="left" ref="rest" class="beyond" :style="{ height: `${left * 85}px` }" />
    </ol>
    <section class="chosen paper" aria-label="The chosen state">
      <DesktopPicture :look="state.look" :desktop="id" :name="state.title" cloth />
      <h2>{{ state.title }}</h2>
      <div v-if="state.gaps.length > 0" data-test="gaps">
        <SignalWord signal="cannot" word="Could not be held" />
        <p v-for="gap in state.gaps" :key="gap.path">
          <span class="mono">{{ gap.path }}</span> {{ gap.reason }}
        </p>
      </div>
      <DamagedList :damaged="kept?.damaged" />
      <ProblemNote v-if="planError" :error="planError" />
      <template v-else-if="plan">
        <p class="second">
          {{
            plan.files.length === 0
              ? 'Every file is as in this state.'
              : `${count(plan.files.length, 'file')} ${plan.files.length === 1 ? 'is' : 'are'} different now.`
          }}
        </p>
        <dl v-if="steps.length > 0">
          <div v-for="step in steps" :key="step.kind">
            <dt>{{ step.title }}</dt>
            <dd class="second">{{ step.words }}</dd>
          </div>
        </dl>
        <VBtn
          v-if="plan.files.length > 0"
          class="main tall"
          :to="{ name: 'switch', query: { state: state.id } }"
          >Go back to this…</VBtn
        >
      </template>
      <VBtn :to="{ name: 'compare', query: { look: ['now', `state-${state.id}`] } }">Compare with now</VBtn>
      <div class="row">
        <VBtn :loading="remove.isPending.value" @click="remove.mutate(ask(state.id))"
          >Delete this safe state</VBtn
        >
        <span v-if="kept" class="third">{{ costWords(kept.cost) }}</span>
      </div>
      <ProblemNote v-if="remove.error.value" :error="remove.error.value" />
    </section>
  </div>
</template>

<style scoped>
.title {
  margin-bottom: 10px;
}

.nothing {
  padding: 16px;
}

.states {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}

.line {
  display: grid;
  gap: 10px;
  padding-left: 18px;
  border-left: 2px solid var(--line);
}

.line li {
  position: relative;
}

.line li:not(.beyond)::before {
  content: '';
  position: absolute;
  top: 28px;
  left: -24px;
  width: 10px;
  height: 10px;
  border: 2px solid var(--second);
  background: var(--ground);
}

.state {
  display: grid;
  grid-template-columns: 116px 1fr;
  gap: 12px;
  align-items: center;
  width: 100%;
  padding: 6px 12px 6px 6px;
  color: var(--text);
  text-align: start;
}

.state span span {
  display: block;
}

.chosen {
  position: sticky;
  top: 0;
  display: grid;
  gap: 10px;
  padding: 12px;
}

dl > div {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 8px;
  padding: 2px 0;
}

dt {
  font-weight: 600;
}

@media (width <= 700px) {
  .states {
    grid-template-columns: minmax(0, 1fr);
  }

  /* What is chosen stands below, and is not to be far away. */
  .line {
    max-height: 50vh;
    padding-block: 3px;
    padding-right: 3px;
    overflow-y: auto;
  }

  .state {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
