<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { useLikeSupplies } from '@/api/queries'
import EditedSupply from './EditedSupply.vue'
import NeedTree from './NeedTree.vue'
import SignalWord from './SignalWord.vue'
import SupplySample from './SupplySample.vue'
import { costs, itsVersion, size, supplyState } from '@/composables/words'

/** All there is to know of a supply, and what can be done with it. */
const props = defineProps<{ supply: Schemas['SupplyView']; desktop: number }>()
defineEmits<{ open: [name: string]; beside: [name: string] }>()

const { data: like } = useLikeSupplies(
  computed(() => props.desktop),
  computed(() => props.supply.name),
)
/** The newest version that its maker took back, and of which a copy is kept. */
const keptStill = computed(() =>
  props.supply.state === 'Withdrawn'
    ? props.supply.versions.find((one) => one.isFor && one.isKept)
    : undefined,
)
const state = computed(() => supplyState(props.supply))
</script>

<template>
  <section class="facts paper" :aria-labelledby="`facts-${supply.name}`">
    <SupplySample :supply="supply" :most="6" heard />
    <h2 :id="`facts-${supply.name}`">{{ supply.title }}</h2>
    <p class="mono third name">{{ supply.name }}@{{ itsVersion(supply) }}</p>
    <p>{{ supply.summary }}</p>
    <p>
      <SignalWord :signal="state.signal" :word="[state.word, state.more].filter(Boolean).join(', ')" />
    </p>
    <div v-if="supply.versions.length > 1" class="row" aria-label="Versions">
      <VBtn
        v-for="version in supply.versions"
        :key="version.id"
        class="chip"
        :aria-pressed="version.version === itsVersion(supply)"
        :disabled="!version.isFor || (!!version.withdrawn && !version.isKept)"
        :to="{ name: 'switch', query: { get: version.id } }"
        >{{ version.version }}{{ version.withdrawn ? ', taken back' : '' }}</VBtn
      >
    </div>
    <template v-if="supply.needs.length > 0">
      <h3>What it needs</h3>
      <NeedTree :needs="supply.needs" @open="$emit('open', $event)" />
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
        <dd>{{ costs(supply.cost) }}</dd>
      </div>
      <div v-if="supply.reaches.length > 0">
        <dt>Reaches</dt>
        <dd>programs of {{ supply.reaches.join(' and ') }}</dd>
      </div>
      <div v-if="supply.madeFor.length > 0">
        <dt>Made for</dt>
        <dd>{{ supply.madeFor.map((one) => one.words).join(' and ') }}</dd>
      </div>
    </dl>
    <p v-for="version in supply.versions.filter((one) => one.withdrawn)" :key="version.id" class="second">
      {{ version.version }} was taken back: {{ version.withdrawn }}
    </p>
    <EditedSupply v-if="supply.edited.length > 0" :key="supply.name" :supply="supply" :desktop="desktop" />
    <div class="row">
      <VBtn v-if="supply.state === 'ToGet'" class="main" :to="{ name: 'switch', query: { get: supply.name } }"
        >Get it{{ supply.toLoad > 0 ? `, ${size(supply.toLoad)}` : '' }}…</VBtn
      >
      <VBtn v-if="keptStill" class="main" :to="{ name: 'switch', query: { get: keptStill.id } }"
        >Get {{ keptStill.version }}, kept here…</VBtn
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
    <template v-if="like?.length">
      <h3>Nearest to it</h3>
      <ul class="like">
        <li v-for="one in like" :key="one.name">
          <button class="link" @click="$emit('open', one.name)">{{ one.title }}</button>
          <span class="third">{{ one.words }}</span>
          <button class="link plain" @click="$emit('beside', one.name)">side by side</button>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.facts {
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

.like .link {
  min-height: 24px;
}

.like .plain {
  font-weight: 400;
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
</style>
