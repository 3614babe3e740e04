<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed, ref, toRef } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take, type Schemas } from '@/api/client'
import { useAdvice } from '@/api/queries'
import { count } from '@/composables/words'
import ProblemNote from './ProblemNote.vue'
import SignalWord from './SignalWord.vue'

/** What the checks find in a look, each with its figure and, where it is fitted, with what would settle it. */
const props = defineProps<{
  look: string
  desktop: number
  /** The profile that it is a look of: for it, a person can want something so. */
  profile?: number
  settles?: boolean
  opens?: boolean
}>()
defineEmits<{ settle: [key: string, remedy: string]; open: [kind: string, setting: string] }>()
const { data, error } = useAdvice(toRef(props, 'look'), toRef(props, 'desktop'), toRef(props, 'profile'))
const quiet = computed(() => data.value?.filter((one) => one.isWanted).length ?? 0)
const showsQuiet = ref(false)
const advised = computed(() => data.value?.filter((one) => one.weight !== 'Told') ?? [])
const shown = computed(() => advised.value.filter((one) => showsQuiet.value || !one.isWanted))
/** What is only good to know. */
const told = computed(() => data.value?.filter((one) => one.weight === 'Told') ?? [])

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
</script>

<template>
  <section v-if="error || data" class="advice" aria-label="Advice">
    <ProblemNote v-if="problem" :error="problem" />
    <SignalWord
      v-if="data && advised.length === 0"
      signal="ready"
      word="The checks find nothing to advise."
    />
    <ul v-if="shown.length > 0">
      <li
        v-for="piece in shown"
        :key="piece.key"
        class="paper"
        :class="{ quiet: piece.isWanted }"
        :data-advice="piece.key"
      >
        <component
          :is="opens ? 'button' : 'p'"
          class="title"
          @click="opens && $emit('open', piece.kind, piece.setting ?? '')"
        >
          <strong v-if="piece.isWanted">{{ piece.title }}, wanted so</strong>
          <SignalWord v-else :signal="piece.weight === 'Grave' ? 'cannot' : 'waiting'" :word="piece.title" />
        </component>
        <p :title="piece.why">
          {{ piece.found }} <span class="second">{{ piece.wanted }}</span>
        </p>
        <p v-if="settles && piece.remedies.length > 0" class="row remedies">
          <button
            v-for="remedy in piece.remedies"
            :key="remedy"
            class="remedy"
            @click="$emit('settle', piece.key, remedy)"
          >
            {{ remedy }}
          </button>
        </p>
        <p v-else class="third">
          {{
            piece.remedies.length > 0
              ? `A fitting offers: ${piece.remedies.join(', ')}`
              : 'Nothing by itself settles it.'
          }}
        </p>
        <button
          v-if="profile"
          class="wish second"
          :aria-label="`${piece.isWanted ? 'Advise on it again' : 'I want it so'}: ${piece.title}, ${piece.found}`"
          @click="wish.mutate({ key: piece.key, isWanted: !piece.isWanted })"
        >
          {{ piece.isWanted ? 'Advise on it again' : 'I want it so' }}
        </button>
      </li>
    </ul>
    <details v-if="told.length > 0">
      <summary class="second">Good to know: {{ told.map((piece) => piece.title).join('; ') }}</summary>
      <ul>
        <li v-for="piece in told" :key="piece.key" class="quiet paper" :data-advice="piece.key">
          <strong>{{ piece.title }}</strong>
          <p :title="piece.why">{{ piece.found }} {{ piece.wanted }}</p>
        </li>
      </ul>
    </details>
    <button
      v-if="quiet > 0"
      class="wish second"
      :aria-expanded="showsQuiet"
      @click="showsQuiet = !showsQuiet"
    >
      {{ showsQuiet ? 'Hide' : 'Show' }} {{ count(quiet, 'piece') }} of advice that you want so
    </button>
  </section>
</template>

<style scoped>
.advice {
  margin-top: 4px;
}

.advice ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 8px;
}

.advice li {
  padding: 8px 12px;
}

details {
  margin-top: 8px;
}

summary {
  min-height: 24px;
}

button.title:hover {
  text-decoration: underline;
}

.quiet {
  background: none;
  color: var(--second);
}

.wish {
  min-height: 24px;
  text-decoration: underline;
  text-underline-offset: 3px;
}

.remedies {
  gap: 2px 14px;
  margin-top: 4px;
}

.remedy {
  min-height: 24px;
  color: var(--action);
  font-weight: 650;
}

.remedy:hover {
  text-decoration: underline;
}
</style>
