<script setup lang="ts">
import { ref, watch } from 'vue'
import { useDeletions } from '@/api/queries'
import VersionNews from '@/components/VersionNews.vue'
import LookCard from '@/components/LookCard.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import { useArrows } from '@/composables/useArrows'
import { useInSight } from '@/composables/useInSight'
import { useShelf } from '@/composables/useShelf'
import { count } from '@/composables/words'

const {
  id,
  error,
  isPending,
  shown,
  toggle,
  sort,
  sorts,
  sorting,
  sought,
  filters,
  found,
  total,
  more,
  hasMore,
} = useShelf()
const { made, left, rest, restart } = useInSight(found, 12, more)
watch([shown, sort, sought], restart)
const { data: deletions } = useDeletions()
const chips = ref<HTMLElement>()
const looks = ref<HTMLElement>()
useArrows(chips, 'button')
useArrows(looks, '.open')
/** Of the filters, Tab reaches the first chosen one; the arrow keys lead to the others. */
const stop = (filter: string) => ((shown.value[0] ?? '') === filter ? 0 : -1)
</script>

<template>
  <h1 class="unseen">Shelf</h1>
  <VersionNews />
  <div class="head">
    <div ref="chips" class="row" role="toolbar" aria-label="Show">
      <VBtn class="chip" :tabindex="stop('')" :aria-pressed="shown.length === 0" @click="shown = []"
        >All {{ filters?.total }}</VBtn
      >
      <VBtn
        v-for="filter in filters?.filters"
        :key="filter.name"
        class="chip"
        :tabindex="stop(filter.name)"
        :aria-pressed="shown.includes(filter.name)"
        @click="toggle(filter.name)"
      >
        {{ filter.name.charAt(0).toUpperCase() + filter.name.slice(1) }}
      </VBtn>
    </div>
    <span class="number second" role="status">{{
      sought && total !== undefined ? `${count(total, 'look')} found` : ''
    }}</span>
    <RouterLink v-if="deletions?.length" class="deleted" :to="{ name: 'deleted' }"
      >Deleted {{ deletions.length }}</RouterLink
    >
    <VMenu>
      <template #activator="{ props: menu }">
        <VBtn class="bare" v-bind="menu">Sorted by {{ sorting?.words }}</VBtn>
      </template>
      <div class="menu">
        <button v-for="(way, key) in sorts" :key="key" @click="sort = String(key)">By {{ way.words }}</button>
      </div>
    </VMenu>
    <VBtn class="main" :to="{ name: 'save' }">Save what’s on now…</VBtn>
  </div>

  <ProblemNote v-if="error && found.length === 0" :error="error" />
  <p v-else-if="isPending" class="third">Reading the profiles…</p>
  <div v-else-if="filters?.total === 0" class="nothing paper">
    <h2>Your looks belong here</h2>
    <p class="second">Save what is on the desktop now, and it is the first one that you can come back to.</p>
    <VBtn class="main" :to="{ name: 'save' }">Save what’s on now…</VBtn>
  </div>
  <div v-else-if="found.length === 0" class="nothing paper">
    <h2>No look fits</h2>
    <p class="second">
      {{ sought ? `Nothing here is named, tagged or made of “${sought}”.` : 'No look passes these filters.' }}
    </p>
    <VBtn @click="$router.replace({ query: {} })">Show all</VBtn>
  </div>
  <template v-else>
    <div ref="looks" class="cards">
      <LookCard v-for="card in made" :key="card.id" :card="card" :desktop="id" />
    </div>
    <div
      v-if="left || hasMore"
      ref="rest"
      class="beyond"
      :style="{ height: `${Math.max(left, 12) * 85}px` }"
    />
  </template>
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

.number {
  margin-left: auto;
  padding: 5px 0;
  white-space: nowrap;
}

.deleted {
  padding: 5px 0;
  white-space: nowrap;
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

@media (width <= 700px) {
  .head {
    flex-wrap: wrap;
  }

  .cards {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
