<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed, ref, toRef } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take, type Schemas } from '@/api/client'
import { useAdvice } from '@/api/queries'
import { signalOf } from '@/composables/advice'
import { count } from '@/composables/words'
import AdvicePiece from './AdvicePiece.vue'
import ProblemNote from './ProblemNote.vue'
import SignalWord from './SignalWord.vue'

/** What the checks find in a look, a line each; where it is to take the place of another look, first what that changes. */
const props = defineProps<{
  look: string
  desktop: number
  /** The profile that it is a look of: for it, a person can want something so. */
  profile?: number
  /** The look whose place it takes: all is folded then to one line. */
  before?: string
  settles?: boolean
  opens?: boolean
}>()
const emit = defineEmits<{ settle: [key: string, remedy: string]; open: [kind: string, setting: string] }>()
const { data, error } = useAdvice(
  toRef(props, 'look'),
  toRef(props, 'desktop'),
  toRef(props, 'profile'),
  toRef(props, 'before'),
)
const quiet = computed(() => data.value?.filter((one) => one.isWanted).length ?? 0)
const showsQuiet = ref(false)
const advised = computed(() => data.value?.filter((one) => one.weight !== 'Told') ?? [])
const loud = computed(() => advised.value.filter((one) => !one.isWanted))
const of = (change: Schemas['AdviceView']['change']) => loud.value.filter((one) => one.change === change)
const added = computed(() => of('Added'))
const settled = computed(() => of('Settled'))
const left = computed(() => of('Left'))
const worst = computed(() => added.value[0] ?? left.value[0])
/** What stands there first, and what only after a press: all but what changes, where it takes the place of another look. */
const shown = computed(() =>
  props.before === undefined
    ? advised.value.filter((one) => showsQuiet.value || !one.isWanted)
    : [...added.value, ...settled.value],
)
/** What is only good to know of it. */
const told = computed(
  () => data.value?.filter((one) => one.weight === 'Told' && one.change !== 'Settled') ?? [],
)

const changed = useChanged()
const wish = useMutation({
  mutationFn: ({ key, isWanted }: Schemas['WishForm']) =>
    take(
      api.PUT('/api/profiles/{id}/wishes', {
        params: { path: { id: props.profile ?? 0 } },
        body: { key, isWanted },
      }),
    ),
  onSuccess: changed,
})
const problem = computed(() => error.value ?? wish.error.value)

/** What each line is given, and what it tells. */
const line = (piece: Schemas['AdviceView']) => ({
  piece,
  settles: props.settles,
  opens: props.opens,
  canWish: props.profile !== undefined && piece.weight !== 'Told' && piece.change !== 'Settled',
  onSettle: (remedy: string) => emit('settle', piece.key, remedy),
  onOpen: () => emit('open', piece.kind, piece.setting ?? ''),
  onWish: () => wish.mutate({ key: piece.key, isWanted: !piece.isWanted }),
})
</script>

<template>
  <section v-if="error || data" class="advice" aria-label="Advice">
    <ProblemNote v-if="problem" :error="problem" />
    <component :is="before === undefined ? 'div' : 'details'" v-if="data" class="paper">
      <summary v-if="before !== undefined" class="head">
        <strong>Advice</strong>
        <span class="second"
          >adds {{ added.length }}, settles {{ settled.length }}, leaves {{ left.length }}</span
        >
        <SignalWord v-if="worst" :signal="signalOf(worst)" :word="worst.line" />
      </summary>
      <p v-if="loud.length === 0" class="nothing">
        <SignalWord signal="ready" word="The checks find nothing to advise." />
      </p>
      <ul v-if="shown.length > 0">
        <AdvicePiece v-for="piece in shown" :key="piece.key" v-bind="line(piece)" />
      </ul>
      <p v-else-if="before !== undefined && left.length > 0" class="second nothing">
        This changes nothing that the checks look at.
      </p>
      <details v-if="before !== undefined && left.length > 0" class="folded">
        <summary class="second">{{ count(left.length, 'piece') }} of advice that it leaves</summary>
        <ul>
          <AdvicePiece v-for="piece in left" :key="piece.key" v-bind="line(piece)" />
        </ul>
      </details>
      <details v-if="told.length > 0" class="folded">
        <summary class="second">Good to know: {{ told.map((piece) => piece.title).join('; ') }}</summary>
        <ul>
          <AdvicePiece v-for="piece in told" :key="piece.key" v-bind="line(piece)" />
        </ul>
      </details>
      <button
        v-if="before === undefined && quiet > 0"
        class="folded second"
        :aria-expanded="showsQuiet"
        @click="showsQuiet = !showsQuiet"
      >
        {{ showsQuiet ? 'Hide' : 'Show' }} {{ count(quiet, 'piece') }} of advice that you want so
      </button>
    </component>
  </section>
</template>

<style scoped>
.head {
  padding: 7px 12px;
}

.head > * {
  margin-inline-end: 10px;
}

.nothing {
  padding: 6px 12px;
}

.folded {
  border-top: 1px solid var(--line);
}

details[open] > .head {
  border-bottom: 1px solid var(--line);
}

.folded {
  box-sizing: border-box;
  width: 100%;
  padding: 6px 12px;
}

.folded > ul {
  margin: 0 -12px;
}

details[open] > .head .signal {
  display: none;
}
</style>
