<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import type { Edit } from '@/composables/useFitting'
import ColourSources from './ColourSources.vue'
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
const edit = (more: Partial<Edit>): Edit => ({ kind: props.part.kind, drop: false, ...more })
const setting = (key: string, { get, ...value }: Value): Edit => edit({ set: [{ key, ...value }], get })

const added = ref('')
const hasItems = computed(() => props.kind.hasItems)
/** What of an item is set when it comes: the first setting that items have by themselves, at its default. */
const firstOfItem = computed(() =>
  props.kind.settings.find((one) => one.scope !== 'Whole' && one.name !== 'order'),
)
function add() {
  const item = added.value.trim()
  if (!item || !firstOfItem.value) return
  const first = firstOfItem.value
  const begin: Value =
    first.form === 'List'
      ? { items: [] }
      : {
          value:
            { Screen: 'main', Flag: 'true', Choice: first.choices[0] }[first.form as string] ??
            // What an item is called may well be what it names, but for a picture.
            (first.name === 'picture' ? '' : item),
        }
  emit('step', [edit({ add: [item], set: [{ key: `${item}/${first.name}`, ...begin }] })], false)
  added.value = ''
}
</script>

<template>
  <div class="part">
    <p v-if="part.held" class="second">◐ {{ part.held }}</p>
    <p v-if="unseen" class="third">{{ unseen }}</p>
    <ColourSources
      v-if="part.kind === 'colours'"
      :fitting="fitting"
      :look="look"
      :roles="roles"
      @step="(edits: Edit[], title?: string) => emit('step', edits, false, title)"
    />
    <SettingRow
      v-for="one in whole"
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
      <div class="row item">
        <h3>{{ item }}</h3>
        <VBtn
          class="push bare"
          :aria-label="`Take out ${item}`"
          @click="emit('step', [edit({ remove: [item] })], false)"
          >Take out</VBtn
        >
      </div>
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
    <form v-if="hasItems" class="row add" @submit.prevent="add">
      <label :for="`add-${part.kind}`" class="second">One more</label>
      <input :id="`add-${part.kind}`" v-model="added" class="field" placeholder="Its name" />
      <VBtn type="submit" :disabled="!added.trim()">Add</VBtn>
      <p v-if="problem?.field === 'add'" class="wrong" role="alert">{{ problem.detail }}</p>
    </form>
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

.item {
  margin-top: 8px;
  border-top: 1px solid var(--line);
  padding-top: 4px;
}

.add {
  margin-top: 8px;
}

.add .field {
  flex: 1;
}

.foot {
  margin-top: 10px;
}

.wrong {
  width: 100%;
  color: var(--cannot);
  font-size: 12px;
}
</style>
