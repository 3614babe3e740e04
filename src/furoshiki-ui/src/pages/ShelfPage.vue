<script setup lang="ts">
import { computed } from 'vue'
import { useProfiles } from '@/api/queries'
import type { Schemas } from '@/api/client'
import LookCard from '@/components/LookCard.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import { useAddress } from '@/composables/useAddress'
import { useDesktop } from '@/composables/useDesktop'

type Card = Schemas['ProfileCard']

const { id } = useDesktop()
const { data: cards, error, isPending } = useProfiles(id)
const shown = useAddress('show')
const sort = useAddress('sort', 'last')
const sought = useAddress('find')

const SORTS: Record<string, { words: string; by: (a: Card, b: Card) => number }> = {
  last: { words: 'last on', by: (a, b) => (b.lastOn ?? '').localeCompare(a.lastOn ?? '') },
  name: { words: 'name', by: (a, b) => a.profile.name.localeCompare(b.profile.name) },
  near: { words: 'nearness to now', by: (a, b) => a.distance - b.distance },
}
const FIXED: Record<string, (card: Card) => boolean> = {
  Day: (card) => !card.isDark,
  Night: (card) => card.isDark,
  'Ready here': (card) => !['Cannot', 'Partly'].includes(card.readiness.state),
}

const tags = computed(() => {
  const fixed = Object.keys(FIXED).map((word) => word.toLowerCase())
  return [...new Set((cards.value ?? []).flatMap((card) => card.profile.tags))]
    .filter((tag) => !fixed.includes(tag))
    .sort()
})
const filters = computed(() => [...Object.keys(FIXED), ...tags.value])
const passes = (card: Card, filter: string) => FIXED[filter]?.(card) ?? card.profile.tags.includes(filter)
const matches = (card: Card, text: string) =>
  [card.profile.name, card.profile.description, ...card.profile.tags, ...card.supplies]
    .join('\n')
    .toLowerCase()
    .includes(text.toLowerCase())

const found = computed(() =>
  (cards.value ?? [])
    .filter((card) => (!shown.value || passes(card, shown.value)) && matches(card, sought.value))
    .sort((SORTS[sort.value] ?? SORTS.last)?.by),
)
</script>

<template>
  <h1 class="unseen">Shelf</h1>
  <div class="head">
    <div class="row" role="group" aria-label="Show">
      <VBtn class="chip" :aria-pressed="!shown" @click="shown = ''">All {{ cards?.length }}</VBtn>
      <VBtn
        v-for="filter in filters"
        :key="filter"
        class="chip"
        :aria-pressed="shown === filter"
        @click="shown = filter"
      >
        {{ filter.charAt(0).toUpperCase() + filter.slice(1) }}
      </VBtn>
    </div>
    <VMenu>
      <template #activator="{ props: menu }">
        <VBtn class="bare push" v-bind="menu">Sorted by {{ SORTS[sort]?.words }}</VBtn>
      </template>
      <div class="menu">
        <button v-for="(way, key) in SORTS" :key="key" @click="sort = String(key)">By {{ way.words }}</button>
      </div>
    </VMenu>
    <VBtn class="main" :to="{ name: 'save' }">Save what’s on now…</VBtn>
  </div>

  <ProblemNote v-if="error" :error="error" />
  <p v-else-if="isPending" class="third">Reading the profiles…</p>
  <div v-else-if="cards?.length === 0" class="nothing paper">
    <h2>Your looks belong here</h2>
    <p class="second">Save what is on the desktop now, and it is the first one that you can come back to.</p>
    <VBtn class="main" :to="{ name: 'save' }">Save what’s on now…</VBtn>
  </div>
  <div v-else-if="found.length === 0" class="nothing paper">
    <h2>No look fits</h2>
    <p class="second">
      {{ sought ? `Nothing here is named, tagged or made of “${sought}”.` : 'No look passes this filter.' }}
    </p>
    <VBtn @click="$router.replace({ query: {} })">Show all</VBtn>
  </div>
  <div v-else class="cards">
    <LookCard v-for="card in found" :key="card.id" :card="card" :desktop="id" />
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: start;
  gap: 8px;
  margin-bottom: 14px;
}

.cards {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 16px;
}

.nothing {
  display: grid;
  gap: 8px;
  justify-items: start;
  padding: 24px;
}

@media (width <= 1100px) {
  .cards {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
