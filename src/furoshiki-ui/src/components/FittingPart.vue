<script setup lang="ts">
import { computed, ref, toRef } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import { useChoicesOf } from '@/api/queries'
import type { Edit } from '@/composables/useFitting'
import AddItem from './AddItem.vue'
import ColourSources from './ColourSources.vue'
import ItemHead from './ItemHead.vue'
import SettingRow from './SettingRow.vue'
import type { Value } from './controls/values'

/** The settings of a part that is being fitted: those of the whole, then those of each item. */
const props = defineProps<{
  part: Schemas['FittedPartView']
  kind: Schemas['KindView']
  screens: string[]
  fitting: number
  look: string
  problem?: Problem
}>()
const emit = defineEmits<{
  try: [edits: Edit[]]
  step: [edits: Edit[], continues: boolean, title?: string]
  borrow: []
  own: [picture: File, item: string]
}>()

const typeOf = (setting: Schemas['FittedSetting']) =>
  props.kind.settings.find((one) => one.name === setting.name) as Schemas['SettingView']
const of = (item: string | null) => props.part.settings.filter((one) => one.item === item)
/** The settings of the whole; of a part that the look has not, all that can begin it. */
const whole = computed(() => of(null))
const roles = computed(() => props.kind.settings.filter((one) => one.form === 'Colour'))
/** Why no picture shows anything of it. */
const unseen = computed(() => {
  const [first, ...others] = props.kind.settings.map((one) => one.unseen)
  return others.every((one) => one === first) ? first : undefined
})
/** What is chosen by its samples, which stand there first: the set, the theme or the picture that the part is named after. */
const first = computed(() => whole.value.find((one) => one.hasChoices && typeOf(one).form !== 'List'))
/** Until it is known what could be chosen nothing stands there that it would push away. */
const { data: choices, error } = useChoicesOf(
  toRef(props, 'fitting'),
  computed(() => props.part.kind),
  computed(() => first.value?.name ?? ''),
  computed(() => !!first.value),
)
const isRead = computed(() => !first.value || !!choices.value || !!error.value)
const others = computed(() => whole.value.filter((one) => one !== first.value))
const edit = (more: Partial<Edit>): Edit => ({ kind: props.part.kind, drop: false, ...more })
/** The item that was last given another name, of which it is told what was wrong. */
const renamed = ref('')
function rename(item: string, to: string) {
  renamed.value = item
  emit('step', [edit({ rename: item, to })], false)
}
const setting = (key: string, { get, ...value }: Value): Edit => edit({ set: [{ key, ...value }], get })
</script>

<template>
  <p v-if="!isRead" class="part third">Reading what it could be…</p>
  <div v-else class="part">
    <p v-if="part.held" class="second">◐ {{ part.held }}</p>
    <p v-if="unseen" class="third">{{ unseen }}</p>
    <SettingRow
      v-if="first"
      :key="first.key"
      :setting="first"
      :type="typeOf(first)"
      :screens="screens"
      :fitting="fitting"
      :kind="part.kind"
      is-first
      :says-unseen="!unseen"
      :problem="problem?.field === first.key ? problem : undefined"
      @try="emit('try', [setting(first.key, $event)])"
      @set="(value: Value, continues: boolean) => emit('step', [setting(first!.key, value)], continues)"
      @own="emit('own', $event, '')"
    />
    <ColourSources
      v-if="part.kind === 'colours'"
      :fitting="fitting"
      :look="look"
      :roles="roles"
      @step="(edits: Edit[], title?: string) => emit('step', edits, false, title)"
    />
    <SettingRow
      v-for="one in others"
      :key="one.key"
      :setting="one"
      :type="typeOf(one)"
      :screens="screens"
      :fitting="fitting"
      :kind="part.kind"
      :says-unseen="!unseen"
      :problem="problem?.field === one.key ? problem : undefined"
      @try="emit('try', [setting(one.key, $event)])"
      @set="(value: Value, continues: boolean) => emit('step', [setting(one.key, value)], continues)"
      @own="emit('own', $event, one.item ?? '')"
    />
    <section v-for="item in part.items" :key="item" :aria-label="item">
      <ItemHead
        :item="item"
        :can-rename="kind.hasFreeNames"
        :problem="problem?.field === 'to' && renamed === item ? problem : undefined"
        @rename="rename(item, $event)"
        @remove="emit('step', [edit({ remove: [item] })], false)"
      />
      <SettingRow
        v-for="one in of(item)"
        :key="one.key"
        :setting="one"
        :type="typeOf(one)"
        :screens="screens"
        :fitting="fitting"
        :kind="part.kind"
        :says-unseen="!unseen"
        :problem="problem?.field === one.key ? problem : undefined"
        @try="emit('try', [setting(one.key, $event)])"
        @set="(value: Value, continues: boolean) => emit('step', [setting(one.key, value)], continues)"
        @own="emit('own', $event, one.item ?? '')"
      />
    </section>
    <AddItem
      v-if="kind.hasItems"
      :part="part"
      :kind="kind"
      :fitting="fitting"
      :problem="problem"
      @try="emit('try', $event)"
      @step="emit('step', $event, false)"
    />
    <div class="row foot">
      <VBtn @click="emit('borrow')">Borrow…</VBtn>
      <VBtn v-if="part.isThere" class="bare" @click="emit('step', [edit({ drop: true })], false)"
        >Leave {{ part.title.toLowerCase() }} out of the look</VBtn
      >
    </div>
  </div>
</template>

<style scoped>
.part {
  padding: 2px 12px 10px;
}

.foot {
  margin-top: 10px;
}
</style>
