<script setup lang="ts">
import { useQueries } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { nowOf, useDesktops, useFittings, useProfiles, useSafeStates } from '@/api/queries'
import { useArrows } from '@/composables/useArrows'
import { useDesktop } from '@/composables/useDesktop'
import { moment } from '@/composables/words'
import DesktopPicture from './DesktopPicture.vue'

/** All that can be compared, by its pictures: found by name, narrowed by what it is, gone through by the arrow keys. */
defineProps<{
  /** Whether something else stands below it, so that most of it is scrolled to. */
  short?: boolean
}>()
const emit = defineEmits<{ choose: [reference: string] }>()
const { id, now } = useDesktop()
const { data: profiles } = useProfiles(id)
const { data: fittings } = useFittings(id)
const { data: states } = useSafeStates(id)
const { data: desktops } = useDesktops()
const others = computed(() => (desktops.value ?? []).filter((one) => one.id !== id.value))
const nows = useQueries({ queries: computed(() => others.value.map((one) => nowOf(one.id))) })

interface Choice {
  reference: string
  name: string
  words: string
  look?: string
  /** The desktop on whose screens it is drawn, where that is another than the chosen one. */
  desktop?: number
  kind: string
}
const all = computed((): Choice[] => [
  { reference: 'now', name: 'Now', words: 'as it is', look: now.value?.look, kind: '' },
  ...(profiles.value ?? []).map((card) => ({
    reference: `saving-${card.savingId}`,
    name: card.profile.name,
    words: card.ordinal,
    look: card.look,
    kind: 'Profiles',
  })),
  ...(fittings.value ?? []).map((one) => ({
    reference: `fitting-${one.id}`,
    name: one.name,
    words: 'fitting',
    look: one.look,
    kind: 'Fittings',
  })),
  ...(states.value ?? []).map((one) => ({
    reference: `state-${one.id}`,
    name: one.title,
    words: `safe state, ${moment(one.madeAt)}`,
    look: one.look,
    kind: 'Safe states',
  })),
  ...others.value.map((one, i) => ({
    reference: `desktop-${one.id}`,
    name: one.name,
    words: 'another desktop',
    look: nows.value[i]?.data?.look,
    desktop: one.id,
    kind: 'Other desktops',
  })),
])
const find = ref('')
const kind = ref('')
const kinds = computed(() => [...new Set(all.value.map((one) => one.kind))].filter(Boolean))
const shown = computed(() => {
  const wanted = find.value.trim().toLowerCase()
  return all.value.filter(
    (one) =>
      (!kind.value || one.kind === kind.value) && `${one.name} ${one.words}`.toLowerCase().includes(wanted),
  )
})
function chooseFirst() {
  const first = shown.value[0]
  if (first) emit('choose', first.reference)
}
const list = ref<HTMLElement>()
useArrows(list, '.look')
const enter = () => list.value?.querySelector<HTMLElement>('.look')?.focus()
</script>

<template>
  <div class="chooser">
    <div class="row">
      <input
        v-model="find"
        class="field find"
        type="search"
        placeholder="Find a look"
        aria-label="Find a look"
        @keydown.enter="chooseFirst"
        @keydown.down.prevent="enter"
      />
      <VBtn class="chip" :aria-pressed="!kind" @click="kind = ''">All {{ all.length }}</VBtn>
      <VBtn
        v-for="one in kinds"
        :key="one"
        class="chip"
        :aria-pressed="kind === one"
        @click="kind = kind === one ? '' : one"
        >{{ one }}</VBtn
      >
    </div>
    <ul ref="list" class="looks" :class="{ short }" aria-label="Looks to choose from">
      <li v-for="one in shown" :key="one.reference">
        <button class="look" :data-look="one.reference" @click="emit('choose', one.reference)">
          <span class="drawn" aria-hidden="true">
            <DesktopPicture
              v-if="one.look"
              :look="one.look"
              :desktop="one.desktop ?? id"
              :name="one.name"
              main-only
            />
          </span>
          <strong>{{ one.name }}</strong>
          <span class="second">{{ one.words }}</span>
        </button>
      </li>
    </ul>
    <p v-if="shown.length === 0" class="third">No look is called so.</p>
  </div>
</template>

<style scoped>
.chooser {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}

.find {
  flex: 1 1 160px;
  width: auto;
}

.looks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(148px, 1fr));
  gap: 10px;
  max-height: min(420px, 60vh);
  padding: 2px;
  overflow-y: auto;
}

.short {
  max-height: 190px;
}

.look {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  width: 100%;
  color: var(--text);
  text-align: start;
  overflow-wrap: anywhere;
}

.look:hover strong {
  text-decoration: underline;
}

.drawn {
  display: block;
  aspect-ratio: 16 / 9;
  overflow: hidden;
  background: var(--raised);
}
</style>
