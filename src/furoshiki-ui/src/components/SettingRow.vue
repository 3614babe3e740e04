<script setup lang="ts">
import { IconRotate2 } from '@tabler/icons-vue'
import { computed, nextTick, ref, type Component } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import AssetControl from './controls/AssetControl.vue'
import ChoiceControl from './controls/ChoiceControl.vue'
import ColourControl from './controls/ColourControl.vue'
import EdgeControl from './controls/EdgeControl.vue'
import ExtentControl from './controls/ExtentControl.vue'
import FlagControl from './controls/FlagControl.vue'
import GeometryControl from './controls/GeometryControl.vue'
import KeysControl from './controls/KeysControl.vue'
import ListControl from './controls/ListControl.vue'
import NumberControl from './controls/NumberControl.vue'
import TextControl from './controls/TextControl.vue'
import { EDGES, type Value } from './controls/values'

/** A setting with the control of its type. */
const props = defineProps<{
  setting: Schemas['FittedSetting']
  type: Schemas['SettingView']
  screens: string[]
  fitting: number
  kind: string
  problem?: Problem
  /** Whether it says why no picture shows it. */
  saysUnseen?: boolean
  /** Whether it stands first in its part, with all that it could be. */
  isFirst?: boolean
}>()
const emit = defineEmits<{
  try: [value: Value]
  set: [value: Value, continues: boolean]
  own: [picture: File]
}>()

const id = computed(() => `set-${props.setting.key.replaceAll(/[^\w-]/g, '_')}`)
const isEdge = computed(() => EDGES.every((edge) => props.type.choices.includes(edge)))
const MINUTE = 60

/** What is not set has no control until it is to be set. */
const isToBeSet = ref(false)
const hasControl = computed(() => props.setting.isSet || props.isFirst || isToBeSet.value)
async function setIt() {
  isToBeSet.value = true
  await nextTick()
  document.getElementById(id.value)?.focus()
}

const control = computed((): { is: Component; with?: object } => {
  if (props.setting.hasChoices && props.type.form !== 'List')
    return { is: AssetControl, with: { isFirst: props.isFirst } }
  switch (props.type.form) {
    case 'Choice':
      return { is: isEdge.value ? EdgeControl : ChoiceControl }
    case 'Number':
      return { is: NumberControl }
    case 'Time':
      return {
        is: NumberControl,
        with: (props.type.least ?? 0) >= MINUTE ? { factor: MINUTE, unit: 'min' } : { unit: 's' },
      }
    case 'Flag':
      return { is: FlagControl }
    case 'Colour':
      return { is: ColourControl }
    case 'List':
      return { is: ListControl }
    case 'Extent':
      return { is: ExtentControl }
    case 'Geometry':
      return { is: GeometryControl }
    case 'Keys':
      return { is: KeysControl }
    case 'Screen':
      return {
        is: ChoiceControl,
        with: { choices: props.screens.map((screen) => ({ value: screen, title: screen })) },
      }
    default:
      return { is: TextControl }
  }
})
</script>

<template>
  <div
    class="setting"
    :class="{ changed: setting.isChanged, first: isFirst, absent: !hasControl }"
    :data-setting="setting.key"
  >
    <label :id="`${id}-title`" :for="hasControl ? id : undefined">{{ type.title }}</label>
    <component
      :is="control.is"
      v-if="hasControl"
      v-bind="control.with"
      :id="id"
      :setting="setting"
      :type="type"
      :fitting="fitting"
      :kind="kind"
      @try="emit('try', $event)"
      @set="(value: Value, continues: boolean) => emit('set', value, continues)"
      @own="emit('own', $event)"
    />
    <span v-else class="third nothing" title="The desktop’s own default holds"
      >not set
      <button class="set" :aria-label="`Set ${type.title.toLowerCase()}`" @click="setIt">set it</button></span
    >
    <VBtn
      v-if="setting.isSet"
      class="bare unset"
      :aria-label="`Leave ${type.title.toLowerCase()} unset`"
      title="Leave it unset: the desktop’s own default holds"
      @click="emit('set', {}, false)"
      ><IconRotate2 :size="13"
    /></VBtn>
    <span v-else-if="hasControl" class="third unset" title="Not set: the desktop’s own default holds"
      >unset</span
    >
    <p v-if="problem" class="wrong" role="alert">{{ problem.detail }}</p>
    <p v-else-if="setting.held" class="held">◐ {{ setting.held }}</p>
    <p v-else-if="saysUnseen && type.unseen" class="held third">{{ type.unseen }}</p>
  </div>
</template>

<style scoped>
.setting {
  display: grid;
  grid-template-columns: 82px minmax(0, 1fr) 34px;
  gap: 2px 8px;
  align-items: start;
  padding: 4px 0;
}

.setting > label {
  padding-top: 4px;
  color: var(--second);
}

.changed > label {
  color: var(--text);
  font-weight: 650;
}

/* What it could be has the whole width. */
.first,
.setting:has(.choice) {
  grid-template-columns: minmax(0, 1fr) 34px;
}

:is(.first, .setting:has(.choice)) > :is(:nth-child(2), .wrong, .held) {
  grid-column: 1 / -1;
}

:is(.first, .setting:has(.choice)) > :nth-child(2) {
  grid-row: 2;
}

:is(.first, .setting:has(.choice)) > .unset {
  grid-column: 2;
  grid-row: 1;
}

.absent > label {
  color: var(--third);
}

.nothing {
  padding-top: 4px;
}

.set {
  min-height: 24px;
  color: var(--action);
  text-decoration: underline;
  text-underline-offset: 3px;
}

.unset {
  justify-self: end;
  align-self: center;
  font-size: 11px;
}

.wrong,
.held {
  grid-column: 2 / -1;
  font-size: 12px;
  color: var(--waiting);
}

.held.third {
  color: var(--third);
}

.wrong {
  color: var(--cannot);
}
</style>
