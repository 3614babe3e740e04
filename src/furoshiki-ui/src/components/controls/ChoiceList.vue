<script setup lang="ts">
import { onMounted, ref, useTemplateRef } from 'vue'
import type { Schemas } from '@/api/client'
import { hear } from '@/composables/sounds'
import ChoiceSamples from './ChoiceSamples.vue'

/** All that a setting could name; what has the focus is tried, what is pressed is chosen. */
const props = defineProps<{
  choices: Schemas['FittingChoice'][]
  chosen: string
  /** What is chosen here, in lower case. */
  what: string
  /** What the button of another name says. */
  verb: string
}>()
const emit = defineEmits<{
  try: [choice: Schemas['FittingChoice']]
  choose: [choice: Schemas['FittingChoice']]
  name: [name: string]
  leave: []
}>()

const list = useTemplateRef<HTMLElement>('list')
const buttons = () => [...(list.value?.querySelectorAll<HTMLElement>('.choice') ?? [])]
onMounted(() =>
  buttons()[
    Math.max(
      0,
      props.choices.findIndex((one) => one.value === props.chosen),
    )
  ]?.focus(),
)
const move = (event: KeyboardEvent, by: number) =>
  buttons()[buttons().indexOf(event.target as HTMLElement) + by]?.focus()

const sounds = (choice: Schemas['FittingChoice']) =>
  choice.samples.filter((one) => one.form === 'Sound').slice(0, 3)
const wordOf = ({ name }: Schemas['SampleView']) => name.replace(/\.\w+$/, '')

const other = ref('')
function nameOther() {
  emit('name', other.value)
  other.value = ''
}
</script>

<template>
  <ul ref="list" class="all">
    <li v-for="choice in choices" :key="choice.value">
      <button
        type="button"
        class="choice"
        :aria-pressed="choice.value === chosen"
        @focus="emit('try', choice)"
        @click="emit('choose', choice)"
        @keydown.down.prevent="move($event, 1)"
        @keydown.up.prevent="move($event, -1)"
        @keydown.esc.stop="emit('leave')"
      >
        <ChoiceSamples :choice="choice" :most="4" />
        <span class="words">
          <strong>{{ choice.title }}</strong>
          <span v-if="choice.get" class="third">{{ choice.words }}</span>
        </span>
      </button>
      <VBtn
        v-for="sound in sounds(choice)"
        :key="sound.content"
        class="bare"
        :aria-label="`Hear ${wordOf(sound)} of ${choice.title}`"
        @click="hear(sound)"
        >{{ wordOf(sound) }}</VBtn
      >
    </li>
  </ul>
  <form class="row" @submit.prevent="nameOther">
    <input v-model="other" class="field other" :aria-label="`Another ${what}`" placeholder="Another name" />
    <VBtn type="submit">{{ verb }}</VBtn>
    <slot />
  </form>
</template>

<style scoped>
.all {
  max-height: 300px;
  overflow: auto;
  border: 1px solid var(--line);
  background: var(--paper);
}

li + li {
  border-top: 1px solid var(--line);
}

li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
}

.choice {
  display: grid;
  flex: 1 0 160px;
  gap: 3px;
  justify-items: start;
  padding: 5px 8px;
}

.choice[aria-pressed='true'] {
  background: var(--action-tint);
}

.words {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
}

.other {
  flex: 1;
}
</style>
