<script setup lang="ts">
import { computed, ref } from 'vue'
import { useSupplies } from '@/api/queries'
import CatalogueList from '@/components/CatalogueList.vue'
import OwnSets from '@/components/OwnSets.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import SignalWord from '@/components/SignalWord.vue'
import SupplyFacts from '@/components/SupplyFacts.vue'
import SupplyFilters from '@/components/SupplyFilters.vue'
import SupplySample from '@/components/SupplySample.vue'
import { SHOW, useSupplyFilters } from '@/composables/supplyFilters'
import { useAddress } from '@/composables/useAddress'
import { useArrows } from '@/composables/useArrows'
import { useDesktop } from '@/composables/useDesktop'
import { useInSight } from '@/composables/useInSight'
import { useTitle } from '@/composables/useTitle'
import { itsVersion, supplyState } from '@/composables/words'

const { id } = useDesktop()
const { data: supplies, error } = useSupplies(id)

const all = computed(() => supplies.value ?? [])
const filters = useSupplyFilters(id, all)
const { kind, show, find, kinds, asked, passing, apart, isNarrowed, clear } = filters
const { error: noAccents } = filters.near
const { made, left, rest } = useInSight(passing, 20)
const chosen = useAddress('supply')
const supply = computed(() => all.value.find((one) => one.name === chosen.value) ?? passing.value[0])
/** Another that it is held against. */
const beside = useAddress('beside')
const other = computed(() => all.value.find((one) => one.name === beside.value))
function open(name: string) {
  chosen.value = name
  beside.value = ''
}
function accentWords(name: string) {
  const far = apart.value.get(name)?.apart ?? 0
  return far < 1 ? 'the same accent' : `accent ${Math.round(far)} apart`
}
useTitle(() => supply.value && `${supply.value.title}, supply`)

const lists = ref<HTMLElement>()
useArrows(lists, 'button')
</script>

<template>
  <div class="title row">
    <h1>Supplies</h1>
    <SupplyFilters v-if="all.length > 0" class="push" :filters="filters" />
    <label class="find">
      <span class="unseen">Find a supply</span>
      <input v-model="find" type="search" placeholder="Find a supply" />
    </label>
  </div>
  <ProblemNote v-if="error && !supplies" :error="error" />
  <div v-else-if="supplies?.length === 0" class="nothing paper">
    <p>No catalogue is used yet, so no supply is known. Add one by its address and its key.</p>
    <CatalogueList />
  </div>
  <div v-else-if="supplies" class="supplies">
    <div>
      <nav class="kinds" aria-label="Kinds">
        <button :aria-pressed="!kind" @click="kind = ''">
          <span>All kinds</span><span class="third">{{ all.length }}</span>
        </button>
        <button
          v-for="one in kinds"
          :key="one.name"
          :aria-pressed="kind === one.name"
          @click="kind = one.name"
        >
          <span>{{ one.title }}</span><span class="third">{{ one.number }}</span>
        </button>
      </nav>
      <CatalogueList />
      <OwnSets :kinds="kinds" @taken="chosen = $event" />
    </div>

    <div v-if="!other" ref="lists">
      <div class="row filters" role="toolbar" aria-label="Show">
        <VBtn
          v-for="(filter, name) in SHOW"
          v-show="!name || show === name || asked.some(filter.passes)"
          :key="name"
          class="chip"
          :aria-pressed="show === name"
          @click="show = name"
          >{{ filter.word }} {{ asked.filter(filter.passes).length }}</VBtn
        >
      </div>
      <ProblemNote v-if="noAccents" :error="noAccents" />
      <div v-if="passing.length === 0" class="nothing paper">
        <p class="said">No supply is like that.</p>
        <VBtn v-if="isNarrowed" @click="clear">Show all supplies</VBtn>
      </div>
      <ol class="list">
        <li v-for="one in made" :key="one.name">
          <button class="one paper" :aria-pressed="one.name === supply?.name" @click="chosen = one.name">
            <SupplySample :supply="one" :most="5" />
            <span class="what">
              <strong>{{ one.title }}</strong> <span class="mono third">{{ itsVersion(one) }}</span>
              <span class="second"
                >{{ one.family ? `${one.family} family` : one.titles.join(', ')
                }}<template v-if="one.tone">, {{ one.tone.toLowerCase() }}</template
                ><template v-if="one.isEngine">, needed by others</template></span
              >
            </span>
            <span class="state"
              ><SignalWord :signal="supplyState(one).signal" :word="supplyState(one).word" /><span
                class="second"
                >{{ supplyState(one).more }}</span
              ><span v-if="apart.has(one.name)" class="second">{{ accentWords(one.name) }}</span></span
            >
          </button>
        </li>
        <li v-if="left" ref="rest" :style="{ height: `${left * 74}px` }" />
      </ol>
    </div>

    <section v-if="supply && other" class="two" aria-label="Side by side">
      <VBtn @click="beside = ''">Back to the list</VBtn>
      <SupplyFacts
        v-for="one in [supply, other]"
        :key="one.name"
        :supply="one"
        :desktop="id"
        @open="open"
        @beside="beside = $event"
      />
    </section>
    <SupplyFacts
      v-else-if="supply"
      class="chosen"
      :supply="supply"
      :desktop="id"
      @open="open"
      @beside="beside = $event"
    />
  </div>
</template>

<style scoped>
.title {
  margin-bottom: 10px;
}

.find input {
  width: 220px;
  height: 32px;
  padding: 0 10px;
  border: 1px solid var(--line);
  background: var(--paper);
  color: var(--text);
}

.nothing {
  padding: 16px;
}

.said {
  margin-bottom: 8px;
}

.supplies {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) minmax(0, 330px);
  gap: 16px;
  align-items: start;
}

.kinds {
  display: grid;
}

.kinds button {
  display: flex;
  justify-content: space-between;
  padding: 5px 8px;
  color: var(--text);
}

.kinds button[aria-pressed='true'] {
  background: var(--text);
  color: var(--paper);
}

.kinds button[aria-pressed='true'] .third {
  color: inherit;
}

.filters {
  margin-bottom: 8px;
}

.list {
  display: grid;
  gap: 8px;
}

.one {
  display: grid;
  grid-template-columns: 202px 1fr auto;
  gap: 12px;
  align-items: center;
  width: 100%;
  padding: 6px 12px 6px 6px;
  color: var(--text);
  text-align: start;
}

.what .second {
  display: block;
}

.state {
  max-width: 170px;
  text-align: end;
}

.state .second {
  display: block;
}

.chosen {
  position: sticky;
  top: 0;
  /* What is more of it is scrolled to by itself. */
  max-height: 100cqh;
  overflow-y: auto;
}

.two {
  display: grid;
  grid-column: 2 / -1;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  align-items: start;
}

.two > :first-child {
  grid-column: 1 / -1;
  justify-self: start;
}

@media (width <= 1100px) {
  .supplies {
    grid-template-columns: 120px minmax(0, 1fr);
  }

  .chosen {
    grid-column: 1 / -1;
    grid-row: 1;
    position: static;
  }
}

@media (width <= 700px) {
  .supplies {
    grid-template-columns: minmax(0, 1fr);
  }

  .one {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
