<script setup lang="ts">
import { IconArrowRight } from '@tabler/icons-vue'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useChanged } from '@/api/asked'
import { api, problemOf, take, type Schemas } from '@/api/client'
import { usePlan } from '@/api/queries'
import AdviceList from '@/components/AdviceList.vue'
import DesktopPicture from '@/components/DesktopPicture.vue'
import PlanDecisions from '@/components/PlanDecisions.vue'
import PlanGroupings from '@/components/PlanGroupings.vue'
import PlanRights from '@/components/PlanRights.vue'
import PlanSupplies from '@/components/PlanSupplies.vue'
import PlanSteps from '@/components/PlanSteps.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import SwitchResult from '@/components/SwitchResult.vue'
import { storeToRefs } from 'pinia'
import { useAddressList, useAddressListOrNull } from '@/composables/useAddress'
import { useDesktop } from '@/composables/useDesktop'
import { useSwitchRun } from '@/composables/useSwitchRun'
import { count } from '@/composables/words'
import { useTitle } from '@/composables/useTitle'
import { useChoices } from '@/stores/choices'

const route = useRoute()
const changed = useChanged()
const { id, now } = useDesktop()

/** A look and the parts of it that are put on, as they stand in the address: "saving-18:colours,fonts". */
function looked(text: string | null): Schemas['LookParts'] {
  const at = String(text).lastIndexOf(':')
  return {
    look: String(text).slice(0, at),
    kinds: String(text)
      .slice(at + 1)
      .split(','),
  }
}

/** What is left out, in the address, so that the plan can be come back to; null for what is remembered for the profile. */
const without = useAddressListOrNull('without')
/** What is put on in place of what was saved. */
const instead = useAddressList('instead')
/** The settings files that the desktop is to have for itself, apart from another of the same folder. */
const apart = useAddressList('apart')
/** The settings files that are written anew, since they cannot be read. */
const anew = useAddressList('anew')
/** The supplies that are to come and to go. */
const get = useAddressList('get')
const remove = useAddressList('remove')
const target = computed<Schemas['Target'] | null>(() => {
  const { saving, state, aside, back, parts, files, of, fitting } = route.query
  const shaped = {
    without: without.value,
    instead: instead.value,
    get: get.value,
    apart: apart.value,
    anew: anew.value,
  }
  const list = (text: typeof parts) => (text ? String(text).split(',') : null)
  if (back) return { kind: 'PutBack', id: 0, kinds: back === 'all' ? null : list(back), ...shaped }
  if (of) return { kind: 'Parts', id: 0, looks: [of].flat().map(looked), ...shaped }
  if (Number(fitting) > 0) return { kind: 'Fitting', id: Number(fitting), kinds: list(parts), ...shaped }
  if (Number(saving) > 0) return { kind: 'Saving', id: Number(saving), kinds: list(parts), ...shaped }
  if (get.value.length + remove.value.length > 0)
    return { kind: 'Supplies', id: 0, get: get.value, remove: remove.value }
  if (Number(aside) > 0) return { kind: 'Aside', id: Number(aside) }
  return Number(state) > 0
    ? { kind: 'SafeState', id: Number(state), files: list(files)?.map(decodeURIComponent) ?? null }
    : null
})
const { data: plan, error, refetch, isPlaceholderData: isReshaped } = usePlan(id, target)
const run = useSwitchRun(id)
const canLeaveOut = computed(() => !!target.value && 'without' in target.value && !run.progress.value)
const leftOut = computed(() => plan.value?.target.without ?? [])
const leaveOut = (what: string) => (without.value = [...leftOut.value, what])
const putOn = (what: string) => (without.value = leftOut.value.filter((one) => one !== what))
/** What is put on instead, with other values for some settings. */
function insteadWith(values: readonly string[]) {
  const settings = values.map((value) => value.slice(0, value.indexOf('=') + 1))
  return [...instead.value.filter((one) => !settings.some((its) => one.startsWith(its))), ...values]
}
/** Puts a value on that a person wrote, once it is known that it can be. */
async function adjust(value: string) {
  const values = insteadWith([value])
  if (!target.value) return
  const body = { ...target.value, instead: values }
  await take(api.POST('/api/desktops/{id}/plans', { params: { path: { id: id.value } }, body }))
  instead.value = values
}
function choose(remedy: Schemas['Remedy']) {
  if (remedy.get?.length) get.value = [...new Set([...get.value, ...remedy.get])]
  if (remedy.anew?.length) anew.value = [...new Set([...anew.value, ...remedy.anew])]
  if (remedy.instead.length > 0) instead.value = insteadWith(remedy.instead)
  if (remedy.without.length > 0) without.value = [...new Set([...leftOut.value, ...remedy.without])]
}
const kind = computed(() =>
  target.value?.looks?.every(({ look }) => look.startsWith('state-'))
    ? 'StateParts'
    : (target.value?.kind ?? 'Saving'),
)
/** What the page does, by what its plan leads to. */
const WORDS = {
  Saving: (name: string) => ({ verb: `Switch to ${name}`, done: `${name} is on` }),
  Fitting: (name: string) => ({ verb: `Switch to ${name}`, done: `${name} is on as it was fitted` }),
  Parts: (name: string) => ({ verb: `Switch to parts of ${name}`, done: `Parts of ${name} are on` }),
  StateParts: (name: string) => ({ verb: `Go back to parts of ${name}`, done: 'They are back' }),
  PutBack: () => ({ verb: 'Put back', done: 'It is put back' }),
  SafeState: () => ({ verb: 'Go back to this', done: 'The desktop is back' }),
  Supplies: (name: string) => {
    const [verb, what] = get.value.length > 0 ? (['Get', 'here'] as const) : (['Remove', 'gone'] as const)
    const several = Math.max(get.value.length, verb === 'Remove' ? remove.value.length : 0) > 1
    return { verb: `${verb} ${name}`, done: several ? `They are ${what}` : `${name} is ${what}` }
  },
  Aside: () => ({ verb: 'Bring it back', done: 'It is back' }),
}
const words = computed(() => WORDS[kind.value](plan.value?.name ?? ''))
/** How it ended, in a few words. */
const ending = computed(
  () => run.result.value && (run.result.value.switched ? words.value.done : 'The switch was not done'),
)
useTitle(() => ending.value ?? (plan.value && `${words.value.verb}, plan`))
/** What only the administrator can do. */
const notes = computed(() =>
  (plan.value?.groups ?? []).flatMap((group) => group.steps).flatMap((step) => step.notes),
)
const isNothing = computed(() => plan.value?.files.length === 0)
/** Supplies that no part shows that is on change nothing to the eye. */
const looksTheSame = computed(
  () => plan.value?.target.kind === 'Supplies' && plan.value.nowLook === plan.value.nextLook,
)
const { result } = run
const choices = useChoices()
const { keepSeconds } = storeToRefs(choices)
const canWait = computed(() => !choices.goesBack || (keepSeconds.value >= 5 && keepSeconds.value <= 600))
const start = (plan: Schemas['PlanView']) => run.start(plan, choices.goesBack ? keepSeconds.value : null)
const share = computed(() => {
  const progress = run.progress.value
  return progress && progress.total > 0 ? (100 * progress.done) / progress.total : 0
})
const before = computed(() => {
  const changes = now.value?.changes ?? 0
  if (result.value?.switched) return 'before'
  return changes > 0 ? `now, with ${count(changes, 'change')}` : 'now'
})
/** Whether what is on was read again since the result came. */
const isReadAgain = ref(false)
/** Of what waited, a part that shows by now is taken. Only of simulated desktops it is known what shows. */
const followed = (part: Schemas['PartResult']): Schemas['PartResult'] =>
  part.outcome === 'Waiting' &&
  isReadAgain.value &&
  now.value?.desktop.isSimulated &&
  now.value.notShowing.every((one) => one.kind !== part.kind)
    ? { ...part, outcome: 'Taken', words: 'it shows' }
    : part
const outcomes = computed(
  () => new Map((result.value?.parts ?? []).map((part) => [part.kind, followed(part)])),
)
const STAGES: Record<Schemas['RunStage'], string> = {
  Getting: 'Getting',
  SafeState: 'Making the safe state and reading it back',
  Writing: 'Writing',
  Checking: 'Reading every file again',
  Ended: '',
}
const stage = computed(() => STAGES[run.progress.value?.stage ?? 'SafeState'])

/** The buttons that began it, or could stop it, are gone: the result has the focus, and is read. */
const end = ref<InstanceType<typeof SwitchResult>>()
watch(ending, async (words) => {
  if (!words) return
  await nextTick()
  end.value?.focus()
})
watch(result, async (ended) => {
  isReadAgain.value = false
  if (!ended) return
  await changed()
  isReadAgain.value = true
})
watch(target, () => run.reset())

function planAgain() {
  run.reset()
  void refetch()
}
</script>

<template>
  <ProblemNote v-if="error" :error="error"
    ><VBtn
      v-for="way in problemOf(error).waysOut"
      :key="way.words"
      @click="remove = [...remove, ...way.remove]"
      >{{ way.words }} too</VBtn
    ><VBtn :to="{ name: 'shelf' }">To the shelf</VBtn></ProblemNote
  >
  <p v-else-if="!target" class="third">Nothing is chosen. Choose a look on the shelf, or a safe state.</p>
  <div v-else-if="plan" class="plan" :aria-busy="isReshaped">
    <h1 class="unseen">{{ words.verb }}</h1>
    <SwitchResult
      v-if="result && ending"
      ref="end"
      class="head whole"
      :result="result"
      :parts="[...outcomes.values()]"
      :ending="ending"
      :look="looksTheSame ? undefined : plan.nextLook"
      :desktop="id"
      @again="planAgain"
    />
    <div v-else class="head">
      <div v-if="!looksTheSame" class="pictures">
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
      <PlanSupplies v-if="plan.supplies.length > 0" :supplies="plan.supplies" />
      <AdviceList
        v-if="plan.nextLook && !isNothing"
        :look="plan.nextLook"
        :before="plan.nowLook"
        :desktop="id"
        :profile="plan.remembered?.profile"
      />
      <PlanGroupings
        v-if="canLeaveOut && plan.groupings.length > 1"
        :plan="plan"
        @choose="without = $event"
        @changed="refetch"
      />
    </div>

    <div class="steps">
      <PlanSupplies v-if="result && plan.supplies.length > 0" :supplies="plan.supplies" />
      <PlanSteps
        :plan="plan"
        :progress="run.progress.value"
        :outcomes="outcomes"
        :can-leave-out="canLeaveOut"
        @leave-out="leaveOut"
        @put-on="putOn"
        @as-saved="instead = instead.filter((one) => one !== $event)"
      />
    </div>

    <div class="deciding">
      <PlanDecisions
        :plan="plan"
        :ended="!!result"
        :can-choose="canLeaveOut"
        :adjust="adjust"
        @choose="choose"
        @apart="apart = [...new Set([...apart, ...$event])]"
        @together="apart = apart.filter((one) => one !== $event)"
        @as-it-is="anew = anew.filter((one) => one !== $event)"
      />
      <PlanRights
        v-if="plan.rights && now"
        :key="plan.fingerprint"
        :desktop="id"
        :is-simulated="now.desktop.isSimulated"
        :plan="plan"
        :is-done="isNothing || !!result?.switched"
        :can-leave-out="canLeaveOut && !result"
        @leave-out="leaveOut"
      />
      <ProblemNote v-if="run.problem.value" :error="run.problem.value"
        ><VBtn @click="planAgain">Plan again</VBtn></ProblemNote
      >

      <div v-if="run.isRunning.value" class="running">
        <p class="unseen" role="status">{{ stage }}</p>
        <p>
          <template v-if="run.progress.value?.stage === 'Getting'"
            >{{ stage }} {{ run.progress.value.path }}, {{ run.progress.value.done }} of
            {{ run.progress.value.total }} kB</template
          ><template v-else
            >{{ stage }}, {{ run.progress.value?.done ?? 0 }} of
            {{ count(plan.files.length, 'file') }}</template
          ><template v-if="run.progress.value?.part">, {{ run.progress.value.part }}</template
          ><template v-if="run.progress.value?.left">, about {{ run.progress.value.left }} s left</template>
        </p>
        <VProgressLinear
          :model-value="share"
          height="6"
          aria-label="How much is written"
          color="var(--action)"
        />
        <VBtn class="tall" @click="run.stop">Stop and go back</VBtn>
      </div>
      <p v-else-if="isNothing && !result" class="nothing paper">
        {{
          plan.rights
            ? 'Nothing of it can be written by Furoshiki alone. What the administrator has to do is listed.'
            : plan.refused.length > 0 || notes.length > 0
              ? 'Nothing of it can be put on; why is listed.'
              : plan.leftOut.length > 0
                ? 'Nothing differs but what is left out.'
                : 'Nothing differs: this is on already.'
        }}
      </p>
      <div v-else-if="!run.problem.value && !result" class="going">
        <label class="within">
          <input v-model="choices.goesBack" type="checkbox" />
          <span>Go back by itself unless I keep it in</span>
          <input
            v-model.number="keepSeconds"
            type="number"
            min="5"
            max="600"
            aria-label="Seconds in which I keep it"
            :aria-invalid="!canWait"
            @input="choices.goesBack = true"
          />
          <span>s</span>
        </label>
        <p v-if="!canWait" class="wrong" role="alert">From 5 to 600 seconds.</p>
        <VBtn class="main tall" data-test="go" :disabled="isReshaped || !canWait" @click="start(plan)">
          {{ words.verb }}
        </VBtn>
      </div>
    </div>
  </div>
  <p v-else class="third">Working out the plan…</p>
</template>

<style scoped>
/* The head stands above the steps, and what wants a decision beside both. */
.plan {
  display: grid;
  grid-template: auto 1fr / minmax(0, 1fr) 300px;
  gap: 12px 18px;
  min-height: 100%;
}

.head {
  display: grid;
  align-content: start;
  gap: 12px;
}

.whole {
  grid-column: 1 / -1;
}

.steps {
  grid-area: 2 / 1;
}

.pictures {
  display: grid;
  grid-template-columns: 1fr auto 1fr;
  gap: 12px;
  align-items: center;
}

figcaption {
  margin-top: 6px;
}

.deciding {
  position: sticky;
  top: 0;
  grid-area: 1 / 2 / -1;
  display: flex;
  flex-direction: column;
  gap: 10px;
  max-height: 100cqh;
}

.whole ~ .deciding {
  grid-row: 2;
}

.plan:has(> .whole):not(:has(> .deciding :is(section, button))) > .steps {
  grid-column: 1 / -1;
}

.going,
.running,
.nothing {
  margin-top: auto;
}

.going {
  display: grid;
  flex: none;
  gap: 8px;
}

.within {
  display: flex;
  align-items: center;
  gap: 6px;
}

.within [type='number'] {
  width: 52px;
  padding: 2px 4px;
  border: 1px solid var(--line);
  background: var(--paper);
}

.wrong {
  color: var(--cannot);
}

.running {
  display: grid;
  gap: 8px;
}

.nothing {
  padding: 12px;
}

@media (width <= 1100px) {
  .plan {
    grid-template-columns: minmax(0, 1fr) 260px;
  }
}

/* What wants a decision comes before the steps. */
@media (width <= 700px) {
  .plan {
    grid-template: none / minmax(0, 1fr);
  }

  .steps,
  .deciding.deciding {
    grid-area: auto;
  }

  .steps {
    order: 1;
  }

  .deciding {
    position: static;
    max-height: none;
  }
}
</style>
