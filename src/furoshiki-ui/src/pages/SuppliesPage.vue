<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useLikeSupplies, useSupplies } from '@/api/queries'
import CatalogueList from '@/components/CatalogueList.vue'
import EditedSupply from '@/components/EditedSupply.vue'
import OwnSets from '@/components/OwnSets.vue'
import NeedTree from '@/components/NeedTree.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import SignalWord, { type Signal } from '@/components/SignalWord.vue'
import SupplySample from '@/components/SupplySample.vue'
import { useAddress } from '@/composables/useAddress'
import { useArrows } from '@/composables/useArrows'
import { useDesktop } from '@/composables/useDesktop'
import { useInSight } from '@/composables/useInSight'
import { useTitle } from '@/composables/useTitle'
import { count, size } from '@/composables/words'

type Supply = Schemas['SupplyView']

const { id } = useDesktop()
const { data: supplies, error } = useSupplies(id)

const kind = useAddress('kind')
const show = useAddress('show')
const find = useAddress('find')
const chosen = useAddress('supply')

const FILTERS: Record<string, { word: string; passes: (one: Supply) => boolean }> = {
  '': { word: 'All', passes: () => true },
  here: { word: 'Here', passes: ({ state }) => state === 'Here' || state === 'Edited' },
  get: { word: 'To get', passes: ({ state }) => state === 'ToGet' },
  newer: { word: 'Newer', passes: ({ newer }) => !!newer },
  edited: { word: 'Edited', passes: ({ state }) => state === 'Edited' },
  dark: { word: 'Dark', passes: ({ tone }) => tone === 'Dark' },
  light: { word: 'Light', passes: ({ tone }) => tone === 'Light' },
}
const all = computed(() => supplies.value ?? [])
const kinds = computed(() => {
  const found = new Map<string, { title: string; number: number }>()
  for (const one of all.value)
    one.kinds.forEach((name, i) => {
      const known = found.get(name) ?? { title: one.titles[i] ?? name, number: 0 }
      found.set(name, { ...known, number: known.number + 1 })
    })
  return [...found].map(([name, its]) => ({ name, ...its }))
})
const said = (one: Supply) => [one.title, one.family, one.summary, one.maker].join(' ').toLowerCase()
const ofKind = computed(() =>
  all.value.filter(
    (one) =>
      (!kind.value || one.kinds.includes(kind.value)) && said(one).includes(find.value.trim().toLowerCase()),
  ),
)
const passing = computed(() => ofKind.value.filter(FILTERS[show.value]?.passes ?? (() => true)))
const { made, left, rest } = useInSight(passing, 20)
const supply = computed(() => all.value.find((one) => one.name === chosen.value) ?? passing.value[0])
const { data: like } = useLikeSupplies(
  id,
  computed(() => supply.value?.name ?? ''),
)
useTitle(() => supply.value && `${supply.value.title}, supply`)

/** How a supply stands to the desktop, and what is to be known beside that. */
function stateOf(one: Supply): { signal: Signal; word: string; more?: string } {
  const { state, isOn, newer, edited, madeFor } = one
  if (state === 'Edited')
    return { signal: 'waiting', word: 'edited in place', more: count(edited.length, 'file') }
  if (state === 'Here')
    return { signal: 'ready', word: isOn ? 'here, on' : 'here', more: newer ? `newer: ${newer.version}` : '' }
  if (state === 'ToGet')
    return { signal: 'plain', word: 'to get', more: one.toLoad > 0 ? size(one.toLoad) : 'kept here' }
  if (state === 'Withdrawn') return { signal: 'cannot', word: 'taken back', more: 'by its maker' }
  return { signal: 'cannot', word: 'not for this', more: madeFor.join(' and ') }
}

const lists = ref<HTMLElement>()
useArrows(lists, 'button')
</script>

<template>
  <div class="title row">
    <h1>Supplies</h1>
    <label class="find push">
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

    <div ref="lists">
      <div class="row filters" role="toolbar" aria-label="Show">
        <VBtn
          v-for="(filter, name) in FILTERS"
          v-show="!name || show === name || ofKind.some(filter.passes)"
          :key="name"
          class="chip"
          :aria-pressed="show === name"
          @click="show = name"
          >{{ filter.word }} {{ ofKind.filter(filter.passes).length }}</VBtn
        >
      </div>
      <p v-if="passing.length === 0" class="nothing paper">Nothing here passes.</p>
      <ol class="list">
        <li v-for="one in made" :key="one.name">
          <button class="one paper" :aria-pressed="one.name === supply?.name" @click="chosen = one.name">
            <SupplySample :supply="one" :most="5" />
            <span class="what">
              <strong>{{ one.title }}</strong> <span class="mono third">{{ one.version }}</span>
              <span class="second"
                >{{ one.family ? `${one.family} family` : one.titles.join(', ')
                }}<template v-if="one.tone">, {{ one.tone.toLowerCase() }}</template
                ><template v-if="one.isEngine">, needed by others</template></span
              >
            </span>
            <span class="state"
              ><SignalWord :signal="stateOf(one).signal" :word="stateOf(one).word" /><span class="second">{{
                stateOf(one).more
              }}</span></span
            >
          </button>
        </li>
        <li v-if="left" ref="rest" :style="{ height: `${left * 74}px` }" />
      </ol>
    </div>

    <section v-if="supply" class="chosen paper" aria-labelledby="chosen">
      <SupplySample :supply="supply" :most="6" heard />
      <h2 id="chosen">{{ supply.title }}</h2>
      <p class="mono third name">{{ supply.name }}@{{ supply.version }}</p>
      <p>{{ supply.summary }}</p>
      <p>
        <SignalWord
          :signal="stateOf(supply).signal"
          :word="[stateOf(supply).word, stateOf(supply).more].filter(Boolean).join(', ')"
        />
      </p>
      <div v-if="supply.versions.length > 1" class="row" aria-label="Versions">
        <VBtn
          v-for="version in supply.versions"
          :key="version.id"
          class="chip"
          :aria-pressed="version.version === supply.version"
          :disabled="!version.isFor || (!!version.withdrawn && !version.isKept)"
          :to="{ name: 'switch', query: { get: version.id } }"
          >{{ version.version }}{{ version.withdrawn ? ', taken back' : '' }}</VBtn
        >
      </div>
      <template v-if="supply.needs.length > 0">
        <h3>What it needs</h3>
        <NeedTree :needs="supply.needs" @open="chosen = $event" />
      </template>
      <dl>
        <div v-if="supply.usedBy.length > 0">
          <dt>Used by</dt>
          <dd>{{ supply.usedBy.join(', ') }}</dd>
        </div>
        <div>
          <dt>Licence</dt>
          <dd>
            {{ supply.licence === 'NOASSERTION' ? 'not said' : supply.licence
            }}<template v-if="!supply.mayBeShared">, not to be passed on</template>
          </dd>
        </div>
        <div>
          <dt>Maker</dt>
          <dd>{{ supply.maker }}</dd>
        </div>
        <div>
          <dt>Files</dt>
          <dd>{{ supply.files }}, {{ size(supply.size) }}</dd>
        </div>
        <div v-if="supply.cost">
          <dt>Costs</dt>
          <dd>{{ supply.cost.memory }} MiB, {{ supply.cost.processor }} % of a processor</dd>
        </div>
        <div v-if="supply.reaches.length > 0">
          <dt>Reaches</dt>
          <dd>programs of {{ supply.reaches.join(' and ') }}</dd>
        </div>
        <div v-if="supply.madeFor.length > 0">
          <dt>Made for</dt>
          <dd>{{ supply.madeFor.join(' and ') }}</dd>
        </div>
      </dl>
      <p v-for="version in supply.versions.filter((one) => one.withdrawn)" :key="version.id" class="second">
        {{ version.version }} was taken back: {{ version.withdrawn }}
      </p>
      <EditedSupply v-if="supply.edited.length > 0" :key="supply.name" :supply="supply" :desktop="id" />
      <template v-if="like?.length">
        <h3>Nearest to it</h3>
        <ul class="like">
          <li v-for="one in like" :key="one.name">
            <button class="link" @click="chosen = one.name">{{ one.title }}</button>
            <span class="third">{{ one.words }}</span>
          </li>
        </ul>
      </template>
      <div class="row">
        <VBtn
          v-if="supply.state === 'ToGet'"
          class="main"
          :to="{ name: 'switch', query: { get: supply.name } }"
          >Get it{{ supply.toLoad > 0 ? `, ${size(supply.toLoad)}` : '' }}…</VBtn
        >
        <VBtn v-if="supply.newer" class="main" :to="{ name: 'switch', query: { get: supply.newer.id } }"
          >Update to {{ supply.newer.version }}…</VBtn
        >
        <VBtn
          v-if="supply.state === 'Here' || supply.state === 'Edited'"
          :to="{ name: 'switch', query: { remove: supply.name } }"
          >Remove…</VBtn
        >
      </div>
    </section>
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
  display: grid;
  gap: 10px;
  padding: 12px;
}

.like li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: baseline;
  padding: 3px 0;
}

.link {
  color: var(--text);
  font-weight: 600;
  text-decoration: underline;
}

.name {
  overflow-wrap: anywhere;
}

dl > div {
  display: grid;
  grid-template-columns: 76px 1fr;
}

dt {
  color: var(--second);
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
