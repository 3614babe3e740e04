<script setup lang="ts">
import { IconX } from '@tabler/icons-vue'
import { computed, ref, toRef } from 'vue'
import { useBorrowable } from '@/api/queries'
import type { Edit } from '@/composables/useFitting'
import { toggled } from '@/composables/toggled'
import { count } from '@/composables/words'
import DesktopPicture from './DesktopPicture.vue'
import ProblemNote from './ProblemNote.vue'
import SwatchRow from './SwatchRow.vue'

/** The parts of a kind that other looks have: one of them, or some of its settings, is borrowed. */
const props = defineProps<{ fitting: number; kind: string; title: string; desktop: number }>()
const emit = defineEmits<{ borrow: [edits: Edit[], title: string]; leave: [] }>()

const { data, error } = useBorrowable(toRef(props, 'fitting'), toRef(props, 'kind'))
const sought = ref('')
const found = computed(() =>
  (data.value ?? []).filter((one) =>
    `${one.name} ${one.words}`.toLowerCase().includes(sought.value.trim().toLowerCase()),
  ),
)
const opened = ref('')
const chosen = ref<string[]>([])
function open(reference: string) {
  opened.value = opened.value === reference ? '' : reference
  chosen.value = []
}
const borrow = (reference: string, name: string, keys: string[] | null) =>
  emit(
    'borrow',
    [{ kind: props.kind, from: reference, keys, drop: false }],
    keys
      ? `${props.title}: ${count(keys.length, 'setting')} of ${name}`
      : `${props.title} borrowed from ${name}`,
  )
</script>

<template>
  <section class="borrow paper" :aria-label="`Borrow ${title.toLowerCase()}`">
    <div class="row head">
      <h2>Borrow {{ title.toLowerCase() }}</h2>
      <VBtn class="bare push" aria-label="Leave" @click="emit('leave')"><IconX :size="14" /></VBtn>
    </div>
    <ProblemNote v-if="error" :error="error" />
    <input v-model="sought" class="field" type="search" aria-label="Find a look" placeholder="Find a look" />
    <p v-if="data && found.length === 0" class="second">No look has such a part.</p>
    <ul>
      <li v-for="one in found" :key="one.ref" :class="{ same: one.isSame }">
        <button class="one" :aria-expanded="opened === one.ref" @click="open(one.ref)">
          <DesktopPicture class="thumb" :look="one.look" :desktop="desktop" :name="one.name" main-only />
          <span>
            <strong>{{ one.name }}</strong> <span class="third">{{ one.others }}</span><br />
            <SwatchRow v-if="one.swatches.length > 0" :colours="one.swatches" />
            {{ one.words }}
            <span v-if="one.isSame" class="third">, as it is fitted</span>
          </span>
        </button>
        <div v-if="opened === one.ref && !one.isSame" class="more">
          <ul v-if="one.differs.length > 1">
            <li v-for="its in one.differs" :key="its.key">
              <label>
                <input
                  type="checkbox"
                  :disabled="!its.canTake"
                  :checked="chosen.includes(its.key)"
                  @change="chosen = toggled(chosen, its.key)"
                />
                <span>{{ its.title }}</span>
                <span class="second">{{ its.words }}</span>
              </label>
            </li>
          </ul>
          <div class="row">
            <VBtn class="main" @click="borrow(one.ref, one.name, null)">Borrow the whole part</VBtn>
            <VBtn
              v-if="one.differs.length > 1"
              :disabled="chosen.length === 0"
              @click="borrow(one.ref, one.name, chosen)"
              >Borrow {{ chosen.length === 0 ? 'what is ticked' : count(chosen.length, 'setting') }}</VBtn
            >
          </div>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.borrow {
  padding: 8px 12px 12px;
}

.field {
  margin: 6px 0;
}

.borrow > ul > li {
  border-top: 1px solid var(--line);
}

.one {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  gap: 10px;
  width: 100%;
  padding: 6px 0;
}

.one:hover strong {
  text-decoration: underline;
}

.more {
  display: grid;
  gap: 8px;
  padding: 0 0 10px;
}

.more label {
  display: grid;
  grid-template-columns: 16px minmax(80px, 0.6fr) 1fr;
  gap: 8px;
  padding: 2px 0;
}

.more input {
  accent-color: var(--action);
}
</style>
