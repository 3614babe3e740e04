<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import type { Schemas } from '@/api/client'
import { hear } from '@/composables/sounds'
import ChoiceSamples from './ChoiceSamples.vue'

/** All that a setting could name, by its samples, two to a row; what has the focus is tried, what is pressed is chosen. */
const props = defineProps<{
  choices: Schemas['FittingChoice'][]
  chosen: string
  /** What is chosen here, in lower case. */
  what: string
  /** What the button of another name says. */
  verb: string
  /** Whether what is chosen has the focus from the beginning. */
  focuses?: boolean
}>()
const emit = defineEmits<{
  try: [choice: Schemas['FittingChoice']]
  choose: [choice: Schemas['FittingChoice']]
  name: [name: string]
  leave: []
}>()
type Choice = Schemas['FittingChoice']

/** Up to so many are seen at once, and need no narrowing. */
const FEW = 6
const COLUMNS = 2

/** What the choices can be narrowed by: a word, and those that it is true of; only what leaves some out. */
const narrowings = computed(() =>
  [
    ...[...new Set(props.choices.map(({ family }) => family))].map((family) => ({
      word: family,
      holds: (one: Choice) => one.family === family,
    })),
    { word: 'Dark', holds: (one: Choice) => one.tone === 'Dark' },
    { word: 'Light', holds: (one: Choice) => one.tone === 'Light' },
    { word: 'Here', holds: (one: Choice) => !one.get },
    { word: 'To get', holds: (one: Choice) => !!one.get },
  ].filter(({ word, holds }) => {
    const many = props.choices.filter(holds).length
    return word && many > 1 && many < props.choices.length
  }),
)
const by = ref<string[]>([])
const sought = ref('')
const shown = computed(() =>
  props.choices.filter(
    (one) =>
      one.title.toLowerCase().includes(sought.value.trim().toLowerCase()) &&
      narrowings.value.every(({ word, holds }) => !by.value.includes(word) || holds(one)),
  ),
)
const narrow = (word: string) =>
  (by.value = by.value.includes(word) ? by.value.filter((one) => one !== word) : [...by.value, word])
function showAll() {
  by.value = []
  sought.value = ''
}

const list = useTemplateRef<HTMLElement>('list')
const buttons = () => [...(list.value?.querySelectorAll<HTMLElement>('.choice') ?? [])]
/** The one that Tab leads to; arrow keys lead to the others. */
const reached = computed(() =>
  Math.max(
    0,
    shown.value.findIndex((one) => one.value === props.chosen),
  ),
)
onMounted(() => {
  const one = buttons()[reached.value]
  if (props.focuses) one?.focus()
  else one?.scrollIntoView({ block: 'nearest' })
})
const move = (event: KeyboardEvent, steps: number) =>
  buttons()[buttons().indexOf(event.target as HTMLElement) + steps]?.focus()

const sounds = (choice: Choice) => choice.samples.filter((one) => one.form === 'Sound').slice(0, 3)
const wordOf = ({ name }: Schemas['SampleView']) => name.replace(/\.\w+$/, '')
/** That it is here goes without saying where more is known of it. */
const wordsOf = ({ words, goes, get }: Choice) =>
  get ? [words, goes].filter(Boolean).join(', ') : goes || words

const other = ref('')
function nameOther() {
  emit('name', other.value)
  other.value = ''
}
</script>

<template>
  <div v-if="choices.length > FEW" class="row narrowing" role="group" :aria-label="`Which ${what}`">
    <VBtn class="chip" :aria-pressed="by.length === 0 && !sought" @click="showAll"
      >All {{ choices.length }}</VBtn
    >
    <VBtn
      v-for="{ word } in narrowings"
      :key="word"
      class="chip"
      :aria-pressed="by.includes(word)"
      @click="narrow(word)"
      >{{ word }}</VBtn
    >
    <input
      v-model="sought"
      class="field find"
      type="search"
      :aria-label="`Find ${what}`"
      placeholder="Find"
    />
  </div>
  <ul ref="list" class="all">
    <li v-for="(choice, i) in shown" :key="choice.value">
      <button
        type="button"
        class="choice"
        :tabindex="i === reached ? 0 : -1"
        :aria-pressed="choice.value === chosen"
        @focus="emit('try', choice)"
        @click="emit('choose', choice)"
        @keydown.right.prevent="move($event, 1)"
        @keydown.left.prevent="move($event, -1)"
        @keydown.down.prevent="move($event, COLUMNS)"
        @keydown.up.prevent="move($event, -COLUMNS)"
        @keydown.esc.stop="emit('leave')"
      >
        <ChoiceSamples :choice="choice" :most="4" is-large />
        <strong>{{ choice.title }}</strong>
        <span v-if="wordsOf(choice)" class="third">{{ wordsOf(choice) }}</span>
      </button>
      <span v-if="sounds(choice).length > 0" class="row">
        <VBtn
          v-for="sound in sounds(choice)"
          :key="sound.content"
          class="bare"
          :aria-label="`Hear ${wordOf(sound)} of ${choice.title}`"
          @click="hear(sound)"
          >{{ wordOf(sound) }}</VBtn
        >
      </span>
    </li>
  </ul>
  <p v-if="shown.length === 0" class="second">None of {{ choices.length }} is like that.</p>
  <form class="row" @submit.prevent="nameOther">
    <input v-model="other" class="field other" :aria-label="`Another ${what}`" placeholder="Another name" />
    <VBtn type="submit">{{ verb }}</VBtn>
    <slot />
  </form>
</template>

<style scoped>
.narrowing {
  gap: 4px;
}

.narrowing :deep(.v-btn) {
  height: 24px;
  padding: 0 7px;
}

.find {
  flex: 1 1 64px;
  width: 64px;
  height: 24px;
}

.all {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 6px;
  max-height: 330px;
  padding: 2px;
  overflow: auto;
}

li {
  display: flex;
  flex-direction: column;
  border: 1px solid var(--line);
  background: var(--paper);
}

.choice {
  display: grid;
  flex: 1;
  grid-template-columns: minmax(0, 1fr);
  gap: 3px;
  align-content: start;
  justify-items: start;
  padding: 6px;
  overflow-wrap: anywhere;
}

.choice[aria-pressed='true'] {
  outline: 2px solid var(--action);
  background: var(--action-tint);
}

.choice:hover strong {
  text-decoration: underline;
}

.other {
  flex: 1;
}
</style>
