<script setup lang="ts">
import { IconChevronLeft, IconChevronRight, IconLayoutGrid } from '@tabler/icons-vue'
import { computed, nextTick, ref, toRef, useTemplateRef } from 'vue'
import { sampleAddress, type Schemas } from '@/api/client'
import { useChoicesOf } from '@/api/queries'
import { useAddress } from '@/composables/useAddress'
import ProblemNote from '../ProblemNote.vue'
import SampleImage from '../SampleImage.vue'
import type { ControlEmits, ControlProps } from './values'

/** What a setting names, chosen by what it is like; the picture follows what has the focus. */
const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
type Choice = Schemas['FittingChoice']

const { data: choices, error } = useChoicesOf(
  toRef(props, 'fitting'),
  toRef(props, 'kind'),
  computed(() => props.setting.name),
)
const isOpen = ref(false)
const sheet = useAddress('sheet')
const at = computed(() => choices.value?.findIndex((one) => one.value === props.setting.value) ?? -1)
const chosen = computed(() => choices.value?.[at.value])
const valueOf = (choice: Choice) => ({ value: choice.value, get: choice.get ? [choice.get] : undefined })
const pictures = (choice: Choice, most: number) =>
  choice.samples.filter((one) => one.form !== 'Sound').slice(0, most)
const sounds = (choice: Choice) => choice.samples.filter((one) => one.form === 'Sound').slice(0, 3)
const hear = (sample: Schemas['SampleView']) => new Audio(sampleAddress(sample)).play()

const list = useTemplateRef<HTMLElement>('list')
async function open() {
  isOpen.value = !isOpen.value
  // What was only tried is let go of.
  if (!isOpen.value) emit('try', { value: props.setting.value })
  await nextTick()
  if (isOpen.value) list.value?.querySelectorAll<HTMLElement>('.choice')[Math.max(0, at.value)]?.focus()
}
/** Goes to the next or the one before, and puts it in. */
function go(by: number) {
  const all = choices.value ?? []
  const next = all[(at.value + by + all.length) % all.length]
  if (next) emit('set', valueOf(next), true)
}
function move(event: KeyboardEvent, by: number) {
  const all = [...(list.value?.querySelectorAll<HTMLElement>('.choice') ?? [])]
  all[all.indexOf(event.target as HTMLElement) + by]?.focus()
}
function choose(choice: Choice) {
  emit('set', valueOf(choice), false)
}
</script>

<template>
  <div class="asset">
    <div class="row one">
      <span v-if="chosen && pictures(chosen, 3).length > 0" class="samples">
        <SampleImage v-for="sample in pictures(chosen, 3)" :key="sample.content" :sample="sample" />
      </span>
      <button :id="id" type="button" class="name" :aria-expanded="isOpen" @click="open">
        {{ chosen?.title ?? (setting.words || setting.value || 'none') }}
      </button>
      <span class="push steps">
        <VBtn class="bare" :aria-label="`${type.title} before`" @click="go(-1)"
          ><IconChevronLeft :size="14"
        /></VBtn>
        <VBtn class="bare" :aria-label="`${type.title} after`" @click="go(1)"
          ><IconChevronRight :size="14"
        /></VBtn>
        <VBtn
          class="bare"
          :aria-label="`The look with each ${type.title.toLowerCase()}`"
          title="The look with each of them"
          @click="sheet = `${kind}/${setting.key}`"
          ><IconLayoutGrid :size="14"
        /></VBtn>
      </span>
    </div>
    <template v-if="isOpen">
      <ProblemNote v-if="error" :error="error" />
      <ul ref="list" class="all">
        <li v-for="choice in choices" :key="choice.value">
          <button
            type="button"
            class="choice"
            :aria-pressed="choice.value === setting.value"
            @focus="emit('try', valueOf(choice))"
            @click="choose(choice)"
            @keydown.down.prevent="move($event, 1)"
            @keydown.up.prevent="move($event, -1)"
            @keydown.esc.stop="open"
          >
            <span v-if="pictures(choice, 4).length > 0" class="samples" :class="choice.tone?.toLowerCase()">
              <SampleImage v-for="sample in pictures(choice, 4)" :key="sample.content" :sample="sample" />
            </span>
            <span class="words">
              <strong>{{ choice.title }}</strong>
              <span v-if="choice.get" class="third">{{ choice.words }}</span>
            </span>
          </button>
          <VBtn
            v-for="sound in sounds(choice)"
            :key="sound.content"
            class="bare"
            :aria-label="`Hear ${sound.name.replace(/\.\w+$/, '')} of ${choice.title}`"
            @click="hear(sound)"
            >{{ sound.name.replace(/\.\w+$/, '') }}</VBtn
          >
        </li>
      </ul>
      <form
        class="row"
        @submit.prevent="
          emit(
            'set',
            { value: ($event.target as HTMLFormElement).querySelector('input')?.value ?? '' },
            false,
          )
        "
      >
        <input
          class="field other"
          :aria-label="`Another ${type.title.toLowerCase()}`"
          placeholder="Another name"
        />
        <VBtn type="submit">Set</VBtn>
      </form>
    </template>
  </div>
</template>

<style scoped>
.asset {
  display: grid;
  gap: 6px;
  min-width: 0;
}

.one {
  gap: 4px 8px;
}

.name {
  flex: 1 0 100px;
  padding: 3px 0;
  text-decoration: underline;
  text-underline-offset: 3px;
  overflow-wrap: anywhere;
}

.steps {
  display: flex;
  flex: none;
}

.samples {
  display: flex;
  flex: none;
  gap: 3px;
  align-items: center;
  padding: 2px 4px;
  background: #d9d9d6;
  color: #2f3337;
}

.samples.dark {
  background: #23262b;
  color: #ededed;
}

.samples.light {
  background: #f1efe9;
}

.samples :deep(img) {
  width: 22px;
  height: 22px;
}

.samples :deep(img.drawing) {
  flex: none;
  width: 66px;
  height: auto;
}

.all {
  max-height: 300px;
  overflow: auto;
  border: 1px solid var(--line);
  background: var(--paper);
}

.all li + li {
  border-top: 1px solid var(--line);
}

.all li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
}

.choice {
  display: grid;
  flex: 1 0 160px;
  gap: 3px;
  padding: 5px 8px;
}

.choice .samples {
  justify-self: start;
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
