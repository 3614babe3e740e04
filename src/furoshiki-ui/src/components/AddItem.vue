<script setup lang="ts">
import { computed, ref, toRef } from 'vue'
import { ProblemError, type Problem, type Schemas } from '@/api/client'
import { useChoicesOf } from '@/api/queries'
import type { Edit } from '@/composables/useFitting'
import ProblemNote from './ProblemNote.vue'
import ChoiceList from './controls/ChoiceList.vue'
import EdgeControl from './controls/EdgeControl.vue'
import { EDGES, type Value } from './controls/values'

/** Adds an item to a part: a panel by its edge, a widget by its sample; what has a name that means something is asked for it. */
const props = defineProps<{
  part: Schemas['FittedPartView']
  kind: Schemas['KindView']
  fitting: number
  problem?: Problem
}>()
const emit = defineEmits<{ try: [edits: Edit[]]; step: [edits: Edit[]] }>()

const ofItems = computed(() =>
  props.kind.settings.filter((one) => one.scope !== 'Whole' && one.name !== 'order'),
)
const edge = computed(() =>
  props.kind.item
    ? ofItems.value.find((one) => EDGES.every((edge) => one.choices.includes(edge)))
    : undefined,
)
const named = computed(() =>
  props.kind.item ? ofItems.value.find((one) => one.form === 'Asset') : undefined,
)
const { data: choices, error } = useChoicesOf(
  toRef(props, 'fitting'),
  computed(() => props.part.kind),
  computed(() => named.value?.name ?? ''),
  computed(() => !!named.value),
)
const isOpen = ref(false)

/** A name that no item has yet: the wished one, with a number where it is taken. */
function free(wished: string) {
  const names = [wished, ...props.part.items.map((_, i) => `${wished} ${i + 2}`)]
  return names.find((one) => !props.part.items.includes(one)) ?? wished
}
const edit = (item: string, setting: string, { get, ...value }: Value): Edit[] => [
  { kind: props.part.kind, drop: false, add: [item], set: [{ key: `${item}/${setting}`, ...value }], get },
]
const withEdge = (value: Value) => edit(free(value.value ?? ''), edge.value?.name ?? '', value)
const withChoice = ({ value, title, get }: Schemas['FittingChoice']) =>
  edit(free(title.replaceAll('/', ' ')), named.value?.name ?? '', { value, get: get ? [get] : undefined })
const withName = (name: string) => edit(free(name), named.value?.name ?? '', { value: name })
function choose(edits: Edit[]) {
  emit('step', edits)
  isOpen.value = false
}
function leave() {
  isOpen.value = false
  // What was only tried is let go of.
  emit('try', [])
}

const asked = ref('')
function addAsked() {
  const item = props.kind.hasFreeNames ? free(props.kind.item ?? '') : asked.value.trim()
  const first = ofItems.value[0]
  if (!item || !first) return
  const begin: Value =
    first.form === 'List'
      ? { items: [] }
      : {
          value:
            { Screen: 'main', Flag: 'true', Choice: first.choices[0] }[first.form as string] ??
            // What an item is called may well be what it names, but for a picture and for keys.
            (['Asset', 'Keys'].includes(first.form) ? '' : item),
        }
  emit('step', edit(item, first.name, begin))
  asked.value = ''
}
</script>

<template>
  <div v-if="edge" class="row add">
    <span :id="`add-${part.kind}-title`" class="second">One more {{ kind.item }}, at</span>
    <EdgeControl
      :id="`add-${part.kind}`"
      :setting="{
        key: '',
        name: edge.name,
        item: null,
        words: '',
        value: '',
        items: [],
        isSet: false,
        isChanged: false,
        hasChoices: false,
        takesPicture: false,
        held: '',
      }"
      :type="edge"
      :fitting="fitting"
      :kind="part.kind"
      @set="emit('step', withEdge($event))"
    />
  </div>
  <div v-else-if="named && !error" class="add samples">
    <VBtn :id="`add-${part.kind}`" :aria-expanded="isOpen" @click="isOpen ? leave() : (isOpen = true)"
      >One more {{ kind.item }}…</VBtn
    >
    <ChoiceList
      v-if="isOpen && choices"
      :choices="choices"
      chosen=""
      :what="kind.title.toLowerCase()"
      verb="Add"
      focuses
      @try="emit('try', withChoice($event))"
      @choose="choose(withChoice($event))"
      @name="choose(withName($event))"
      @leave="leave"
    />
  </div>
  <VBtn v-else-if="kind.hasFreeNames" :id="`add-${part.kind}`" class="add" @click="addAsked"
    >One more {{ kind.item }}</VBtn
  >
  <form v-else class="row add" @submit.prevent="addAsked">
    <label :for="`add-${part.kind}`" class="second">One more</label>
    <input :id="`add-${part.kind}`" v-model="asked" class="field" placeholder="Its name" />
    <VBtn type="submit" :disabled="!asked.trim()">Add</VBtn>
  </form>
  <ProblemNote v-if="problem?.field === 'add'" :error="new ProblemError(problem)" />
</template>

<style scoped>
.add {
  margin-top: 8px;
}

.samples {
  display: grid;
  gap: 6px;
  justify-items: start;
}

.samples > :not(.v-btn) {
  width: 100%;
}

.add .field {
  flex: 1;
}
</style>
