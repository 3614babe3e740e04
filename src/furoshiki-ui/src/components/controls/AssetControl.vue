<script setup lang="ts">
import { IconChevronLeft, IconChevronRight, IconLayoutGrid } from '@tabler/icons-vue'
import { computed, ref, toRef } from 'vue'
import type { Schemas } from '@/api/client'
import { useChoicesOf } from '@/api/queries'
import { useAddress } from '@/composables/useAddress'
import PictureChooser from '../PictureChooser.vue'
import ProblemNote from '../ProblemNote.vue'
import ChoiceList from './ChoiceList.vue'
import ChoiceSamples from './ChoiceSamples.vue'
import type { ControlEmits, ControlProps } from './values'

/** What a setting names, chosen by what it is like; the picture follows what has the focus. */
const props = defineProps<ControlProps & { isFirst?: boolean }>()
const emit = defineEmits<ControlEmits>()
type Choice = Schemas['FittingChoice']

const { data: choices, error } = useChoicesOf(
  toRef(props, 'fitting'),
  toRef(props, 'kind'),
  computed(() => props.setting.name),
)
const isOpen = ref(props.isFirst)
/** Whether a person has opened it, whom the focus follows. */
const isAsked = ref(false)
const sheet = useAddress('sheet')
const at = computed(() => choices.value?.findIndex((one) => one.value === props.setting.value) ?? -1)
const chosen = computed(() => choices.value?.[at.value])
const valueOf = (choice: Choice) => ({ value: choice.value, get: choice.get ? [choice.get] : undefined })

function open() {
  isOpen.value = !isOpen.value
  isAsked.value = true
  // What was only tried is let go of.
  if (!isOpen.value) emit('try', { value: props.setting.value })
}
/** Goes to the next or the one before, and puts it in. */
function go(by: number) {
  const all = choices.value ?? []
  const next = all[(at.value + by + all.length) % all.length]
  if (next) emit('set', valueOf(next), true)
}
</script>

<template>
  <div class="asset">
    <div class="row one">
      <ChoiceSamples v-if="chosen" :choice="chosen" :most="3" />
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
    <ProblemNote v-if="isOpen && error" :error="error" />
    <ChoiceList
      v-if="isOpen && choices"
      :choices="choices"
      :chosen="setting.value ?? ''"
      :what="type.title.toLowerCase()"
      verb="Set"
      :focuses="isAsked"
      @try="emit('try', valueOf($event))"
      @choose="emit('set', valueOf($event), false)"
      @name="emit('set', { value: $event }, false)"
      @leave="open"
    >
      <PictureChooser
        v-if="setting.takesPicture"
        :label="`Your own ${type.title.toLowerCase()}`"
        @take="emit('own', $event)"
        >Your own…</PictureChooser
      >
    </ChoiceList>
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
</style>
