<script setup lang="ts">
import { computed, ref, toRef } from 'vue'
import type { Schemas } from '@/api/client'
import { useNearness, useNearnessMap, useTwins } from '@/api/queries'
import { percent, pointsOf } from '@/composables/compared'
import { nearestTowards, sidesOfNames } from '@/composables/nearnessMap'
import { useDesktop } from '@/composables/useDesktop'
import { count } from '@/composables/words'
import DesktopPicture from './DesktopPicture.vue'
import ProblemNote from './ProblemNote.vue'

/** All of the shelf against one look: the nearest first, and a map that leads to them. */
const props = defineProps<{ reference: string }>()
const emit = defineEmits<{ choose: [reference: string] }>()
const { id } = useDesktop()
const { data, error } = useNearness(id, toRef(props, 'reference'))
const { data: twins } = useTwins(id, toRef(props, 'reference'))
const { data: map } = useNearnessMap(id, toRef(props, 'reference'))

/** So many twins are named at once. */
const FEW = 6
const namesAll = ref(false)
const named = computed(() => (namesAll.value ? twins.value : twins.value?.slice(0, FEW)) ?? [])
const PAGE = 12
const shown = ref(PAGE)
const near = computed(() => data.value?.near.slice(0, shown.value) ?? [])
const MOST_PARTS = 3
/** From so far, in px, a point is pointed at. */
const REACH = 14
/** So few points are named on the map itself. */
const MOST_NAMED = 16
/** Beside which points a name has room, and where; of the others, pointing tells. */
const names = computed(() =>
  points.value.length <= MOST_NAMED
    ? sidesOfNames(points.value, self.value ? [self.value] : [])
    : new Map<Schemas['MapPointView'], string>(),
)
/** The parts that make the most of it, each with its share of the whole in %. */
function madeOf(parts: Schemas['PartApartView'][]) {
  const named = parts.slice(0, MOST_PARTS).map((part) => `${part.title} ${pointsOf(part)}`)
  return [...named, ...(parts.length > MOST_PARTS ? [`${parts.length - MOST_PARTS} more`] : [])].join(', ')
}
const points = computed(() => map.value?.slice(1) ?? [])
const self = computed(() => map.value?.[0])
const place = (at: { x: number; y: number }) => ({
  left: `calc(10px + (100% - 20px) * ${at.x})`,
  top: `calc(10px + (100% - 20px) * ${at.y})`,
})
const pointed = ref('')
/** The map is one stop of the tab key; from point to point the arrows lead. */
const entry = computed(() => points.value.find((one) => one.ref === pointed.value) ?? points.value[0])
function go(event: KeyboardEvent, from: Schemas['MapPointView']) {
  const next = nearestTowards(event.key, from, points.value)
  if (!next) return
  event.preventDefault()
  const button = (event.currentTarget as HTMLElement).parentElement?.children[points.value.indexOf(next)]
  if (button instanceof HTMLElement) button.focus()
}
/** Points to the nearest of all, however close they lie. */
function pointNear({ clientX, clientY, currentTarget }: PointerEvent) {
  const box = (currentTarget as HTMLElement).getBoundingClientRect()
  const off = ({ x, y }: { x: number; y: number }) =>
    Math.hypot(box.left + 10 + (box.width - 20) * x - clientX, box.top + 10 + (box.height - 20) * y - clientY)
  const nearest = points.value.reduce<Schemas['MapPointView'] | undefined>(
    (best, one) => (best && off(best) <= off(one) ? best : one),
    undefined,
  )
  pointed.value = nearest && off(nearest) <= REACH ? nearest.ref : ''
}
const nameOf = computed(
  () => points.value.find((one) => one.ref === pointed.value)?.name ?? self.value?.name ?? '',
)
</script>

<template>
  <ProblemNote v-if="error" :error="error" />
  <section v-else-if="data" class="nearness" aria-label="The shelf by nearness">
    <div class="row">
      <h2>How near the shelf is to {{ data.name }}, {{ data.caption }}</h2>
    </div>
    <p v-if="twins && twins.length > 0" class="second">
      {{ count(twins.length, 'twin') }}, in which nothing differs that shows:
      <VBtn v-for="twin in named" :key="twin.ref" class="chip" @click="emit('choose', twin.ref)"
        ><bdi>{{ twin.name }}</bdi
        >, {{ twin.ordinal }}</VBtn
      >
      <VBtn v-if="twins.length > named.length" class="bare" @click="namesAll = true"
        >Name the other {{ twins.length - named.length }}</VBtn
      >
    </p>
    <div class="both">
      <ol>
        <li
          v-for="one in near"
          :key="one.ref"
          class="paper"
          :class="{ pointed: pointed === one.ref }"
          :data-near="one.name"
        >
          <DesktopPicture class="thumb" :look="one.look" :desktop="id" :name="one.name" main-only />
          <div>
            <strong>{{ one.name }}</strong> <span class="second">{{ one.ordinal }}</span>
            <p v-if="one.apart === 0" class="second">nothing differs that shows</p>
            <p v-else class="second">{{ percent(one.apart) }} apart: {{ madeOf(one.madeOf) }}</p>
          </div>
          <VBtn :aria-label="`Compare with ${one.name}`" @click="emit('choose', one.ref)">Compare</VBtn>
        </li>
        <li v-if="data.near.length > shown">
          <VBtn @click="shown += PAGE">Show more, {{ data.near.length - shown }} are further away</VBtn>
        </li>
      </ol>
      <figure v-if="map && map.length > 2">
        <div class="map paper" @pointermove="pointNear" @pointerleave="pointed = ''">
          <button
            v-for="one in points"
            :key="one.ref"
            :style="place(one)"
            :aria-label="`Compare with ${one.name}`"
            :tabindex="one === entry ? 0 : -1"
            :class="{ pointed: pointed === one.ref }"
            @keydown="go($event, one)"
            @focus="pointed = one.ref"
            @blur="pointed = ''"
            @click="emit('choose', pointed || one.ref)"
          >
            <span
              v-if="names.has(one) || pointed === one.ref"
              class="name"
              :class="names.get(one) ?? (one.x > 0.5 ? 'before' : '')"
              >{{ one.name }}</span
            >
          </button>
          <span v-if="self" class="self" :style="place(self)" />
        </div>
        <figcaption class="second" aria-hidden="true">
          <strong>{{ nameOf }}</strong>
          {{ pointed ? '' : 'is the square one. ' }}What lies near each other looks alike; the arrow keys lead
          from one to the next.
        </figcaption>
      </figure>
    </div>
  </section>
  <p v-else class="third">Measuring…</p>
</template>

<style scoped>
.nearness {
  display: grid;
  gap: 10px;
}

.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(200px, 320px);
  gap: 16px;
  align-items: start;
}

ol {
  display: grid;
  gap: 8px;
}

ol > .paper {
  display: grid;
  grid-template-columns: 116px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
  padding: 8px;
}

ol > .pointed {
  background: var(--action-tint);
}

p {
  margin: 0;
}

figure {
  margin: 0;
  position: sticky;
  top: 12px;
}

.map {
  position: relative;
  aspect-ratio: 1;
}

.map > button,
.self {
  position: absolute;
  width: 24px;
  height: 24px;
  margin: -12px 0 0 -12px;
}

.map > button::after {
  content: '';
  position: absolute;
  inset: 7px;
  border-radius: 50%;
  background: var(--second);
}

.map > .pointed {
  z-index: 1;
}

.map > .pointed::after {
  inset: 5px;
  background: var(--action);
}

/* The name that is pointed at stands over all others. */
.map > .pointed > .name {
  z-index: 1;
  background: var(--paper);
  color: var(--text);
}

.name {
  position: absolute;
  top: 0;
  inset-inline-start: 100%;
  font-size: 12px;
  line-height: 24px;
  white-space: nowrap;
  color: var(--second);
}

.before {
  inset-inline: auto 100%;
}

.self {
  pointer-events: none;
}

.self::after {
  content: '';
  position: absolute;
  inset: 6px;
  background: var(--text);
}

@media (width <= 700px) {
  ol > .paper {
    grid-template-columns: 72px minmax(0, 1fr);
  }

  ol > .paper > .v-btn {
    grid-column: 2;
    justify-self: start;
  }

  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
