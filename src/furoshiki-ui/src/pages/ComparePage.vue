<script setup lang="ts">
import { useDebounce, useEventListener, useIntersectionObserver } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useBehind, useComparison } from '@/api/queries'
import type { Schemas } from '@/api/client'
import type { CellAction } from '@/components/CompareCell.vue'
import ComparePictures from '@/components/ComparePictures.vue'
import DesktopPicture from '@/components/DesktopPicture.vue'
import CompareSide from '@/components/CompareSide.vue'
import CompareTable from '@/components/CompareTable.vue'
import LookChooser from '@/components/LookChooser.vue'
import NearnessList from '@/components/NearnessList.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import { useAddress, useAddressList } from '@/composables/useAddress'
import { useBorrowing } from '@/composables/useBorrowing'
import { toggled } from '@/composables/toggled'
import { useDesktop } from '@/composables/useDesktop'
import { MOST, useLineUp } from '@/composables/useLineUp'
import { useTitle } from '@/composables/useTitle'
import { count } from '@/composables/words'

const route = useRoute()
const router = useRouter()
const { id } = useDesktop()
const lineUp = useLineUp()

const looks = computed(() =>
  [route.query.look ?? lineUp.looks.value].flat().filter((one): one is string => !!one),
)
const showsAll = useAddress('all')
const order = useAddress('order')
const showsSettings = useAddress('settings')
const opened = useAddressList('part')
const find = useAddress('find')
const mode = useAddress('pictures')
const leftOut = useAddressList('left')
const sceneText = useAddress('scene', 'Desktop')
const scene = computed(() => sceneText.value as Schemas['PictureScene'])
const sought = useDebounce(find, 80)
const asked = {
  looks,
  all: computed(() => !!showsAll.value),
  order: computed(() => (order.value === 'parts' ? 'Parts' : 'Eye')),
  find: sought,
} as const
const { data, error } = useComparison(id, asked)
/** Where the comparison can be had to keep or print, as it is shown. */
const sheet = (form: string, more = '') => {
  const query = new URLSearchParams(looks.value.map((look) => ['look', look]))
  if (showsAll.value) query.set('all', 'true')
  if (order.value === 'parts') query.set('order', 'Parts')
  if (find.value) query.set('find', find.value)
  return `/api/desktops/${id.value}/comparison/sheet/${form}?${query}${more}`
}
const { data: behind } = useBehind(id, asked)
/** The parts, and after them what lies behind them; a row of other looks than these waits for its own. */
const table = computed(
  () =>
    data.value && {
      ...data.value,
      rows: [
        ...data.value.rows,
        ...(behind.value ?? []).filter((row) => row.cells.length === data.value?.sides.length),
      ],
    },
)
useTitle(() => data.value && `Compare ${data.value.sides.map((side) => side.name).join(', ')}`)

const MODES = [
  ['', 'Side by side'],
  ['over', 'Laid over'],
  ['turn', 'In turn'],
  ['difference', 'Differences lit'],
]
const columns = computed(
  () => `var(--titles) repeat(${data.value?.sides.length ?? 2}, minmax(var(--least), 1fr))`,
)
const choose = (look: string[]) => router.replace({ query: { ...route.query, look } })
const isChoosing = ref(false)
function add(look: string) {
  isChoosing.value = false
  void choose([...looks.value, look])
}
const without = (at: number) => looks.value.filter((_, i) => i !== at)

const {
  fittings,
  into,
  borrow,
  undo,
  last,
  error: borrowError,
} = useBorrowing(
  id,
  computed(() => looks.value[0] ?? 'now'),
)
function act(action: CellAction, row: Schemas['RowView'], at: number) {
  const side = data.value?.sides[at]
  if (!side) return
  if (action === 'borrow')
    borrow({
      from: side.ref,
      kinds: [row.kind],
      keys: row.setting === null ? undefined : [row.setting],
      words: `${row.title} of ${side.name}`,
    })
  else if (action === 'plan') void router.push({ name: 'switch', query: { of: `${side.ref}:${row.kind}` } })
  else leftOut.value = toggled(leftOut.value, `${side.ref}:${row.key}`)
}
const borrowAll = (kinds: string[], at: number) => {
  const side = data.value?.sides[at]
  if (side) borrow({ from: side.ref, kinds, words: `${count(kinds.length, 'part')} of ${side.name}` })
}
const leftOutOf = (side: Schemas['SideView']) =>
  leftOut.value.filter((one) => one.startsWith(`${side.ref}:`)).map((one) => one.slice(side.ref.length + 1))

/** Whether the heads went out of sight above, so that small ones stand over the table. */
const arePassed = ref(false)
const heads = useTemplateRef<HTMLElement>('heads')
useIntersectionObserver(heads, ([seen]) => {
  arePassed.value = !!seen && !seen.isIntersecting && seen.boundingClientRect.bottom < innerHeight / 2
})
/** The small heads go sideways with the table. */
const across = useTemplateRef<HTMLElement>('across')
const small = useTemplateRef<HTMLElement>('small')
const follow = () => small.value?.scrollTo({ left: across.value?.scrollLeft ?? 0 })
useEventListener(across, 'scroll', follow)
watch(arePassed, follow, { flush: 'post' })

const shown = useTemplateRef<InstanceType<typeof CompareTable>>('shown')
/** From a part in a picture to its row. */
async function lead(kind: string) {
  if (!opened.value.includes(kind)) opened.value = [...opened.value, kind]
  await nextTick()
  await shown.value?.lead(kind)
}
</script>

<template>
  <h1 class="unseen">Compare</h1>
  <ProblemNote v-if="error" :error="error"><VBtn @click="choose([])">Choose other looks</VBtn></ProblemNote>
  <ProblemNote v-if="borrowError" :error="borrowError" />
  <div v-if="looks.length < 2" class="choosing">
    <div class="choose paper">
      <h2>{{ looks.length === 0 ? 'Choose two looks to compare' : 'Choose one more' }}</h2>
      <p class="second">The first one is what the others are held against.</p>
      <LookChooser :short="looks.length > 0" @choose="add" />
    </div>
    <NearnessList v-for="look in looks" :key="look" :reference="look" @choose="add" />
  </div>

  <template v-else-if="data && table">
    <div class="row head">
      <div class="row" role="group" aria-label="Rows">
        <VBtn class="chip" :aria-pressed="!showsAll" @click="showsAll = ''">
          Only what differs, {{ data.differing }} of {{ data.parts }}
        </VBtn>
        <VBtn class="chip" :aria-pressed="!!showsAll" @click="showsAll = '1'">Everything</VBtn>
      </div>
      <VBtn class="chip" :aria-pressed="!!showsSettings" @click="showsSettings = showsSettings ? '' : '1'"
        >Setting by setting</VBtn
      >
      <VBtn class="chip" :aria-pressed="order === 'parts'" @click="order = order === 'parts' ? '' : 'parts'"
        >In the order of parts</VBtn
      >
      <input
        v-model="find"
        class="field find"
        type="search"
        placeholder="Find in the table"
        aria-label="Find in the table"
      />
      <VMenu>
        <template #activator="{ props: menu }"
          ><VBtn class="push" v-bind="menu">Keep or print…</VBtn></template
        >
        <div class="menu">
          <a :href="sheet('page')" target="_blank" rel="noopener">A page to print</a>
          <a :href="sheet('page', '&download=true')" download>One file that opens anywhere</a>
          <a :href="sheet('table')" download>A table (CSV)</a>
          <a :href="sheet('data')" download>Data (JSON)</a>
        </div>
      </VMenu>
      <VMenu v-if="looks.length < MOST" v-model="isChoosing" :close-on-content-click="false">
        <template #activator="{ props: menu }"><VBtn v-bind="menu">Add a look…</VBtn></template>
        <div class="menu adding"><LookChooser @choose="add" /></div>
      </VMenu>
    </div>

    <div class="row pictures" role="group" aria-label="Pictures">
      <VBtn
        v-for="[name, words] in MODES"
        :key="name"
        class="chip"
        :aria-pressed="mode === name"
        @click="mode = name!"
        >{{ words }}</VBtn
      >
      <label class="row push">
        <span class="second">Scene</span>
        <select v-model="sceneText" class="field">
          <option v-for="one in data.scenes" :key="one.scene" :value="one.scene">{{ one.title }}</option>
        </select>
      </label>
    </div>
    <ComparePictures :sides="data.sides" :desktop="id" :mode="mode" :scene="scene" @open="lead" />
    <div class="over" aria-hidden="true">
      <div v-show="arePassed" ref="small" class="small">
        <div class="names" :style="{ gridTemplateColumns: columns }">
          <span />
          <span v-for="(side, i) in data.sides" :key="`${i} ${side.ref}`" class="named">
            <DesktopPicture
              v-if="arePassed && side.look"
              class="thumb"
              :look="side.look"
              :desktop="id"
              :name="side.name"
              :scene="scene"
              main-only
            />
            <strong>{{ side.name }}</strong>
            <span class="second">{{ side.caption }}</span>
          </span>
        </div>
      </div>
    </div>
    <div ref="across" class="across">
      <div ref="heads" class="sides" :style="{ gridTemplateColumns: columns }">
        <p class="third hint">Marked is what differs from the first look.</p>
        <CompareSide
          v-for="(side, i) in data.sides"
          :key="`${i} ${side.ref}`"
          :side="side"
          :at="i"
          :comparison="data"
          :pictured="mode === ''"
          :scene="scene"
          :left-out="leftOutOf(side)"
          @open="lead"
          @remove="choose(without(i))"
          @first="choose([side.ref, ...without(i)])"
          @borrow="borrowAll($event, i)"
          @elsewhere="choose(looks.map((one, at) => (at === i ? `${one}-on-${$event}` : one)))"
        />
      </div>
      <p v-if="table.rows.length === 0" class="none paper">
        {{ find ? 'No row has that in it.' : 'Nothing differs in what all of these looks cover.' }}
      </p>
      <CompareTable
        v-else
        ref="shown"
        :comparison="table"
        :columns="columns"
        :all-open="!!showsSettings || !!find"
        :opened="opened"
        :left-out="leftOut"
        @open="opened = toggled(opened, $event)"
        @act="act"
      />
    </div>
    <p v-if="data.notCovered.length > 0" class="second foot">
      Not covered by all, and so neither the same nor different: {{ data.notCovered.join(', ') }}.
    </p>
    <div class="row foot">
      <label class="row">
        <span class="second">Borrow into</span>
        <select v-model="into" class="field">
          <option value="">a new fitting of {{ data.sides[0]?.name }}</option>
          <option v-for="one in fittings ?? []" :key="one.id" :value="String(one.id)">{{ one.name }}</option>
        </select>
      </label>
      <span class="third"
        >Keys of a cell: <kbd>b</kbd> borrow, <kbd>p</kbd> put on, <kbd>o</kbd> leave out, <kbd>h</kbd> hear;
        the arrows lead from cell to cell, <kbd>Enter</kbd> opens a row.</span
      >
    </div>
    <div class="said" role="status">
      <div v-if="last" class="paper row">
        <span>{{ last.words }}: borrowed into {{ last.name }}.</span>
        <VBtn :to="{ name: 'fitting', params: { id: last.fitting } }">Open the fitting</VBtn>
        <VBtn @click="undo()">Undo</VBtn>
      </div>
    </div>
  </template>
  <p v-else-if="!error" class="third">Comparing…</p>
</template>

<style scoped>
.choosing {
  display: grid;
  gap: 16px;
}

.choose {
  display: grid;
  gap: 10px;
  padding: 20px;
}

.head {
  margin-bottom: 12px;
}

.find {
  width: 136px;
}

select {
  width: auto;
}

.adding {
  width: min(520px, 90vw);
  padding: 12px;
}

/* Looks stand side by side at every width: where that is too wide, they scroll by themselves. */
.across {
  overflow-x: auto;
}

.sides {
  display: grid;
  grid-template-rows: repeat(3, auto);
  gap: 0 12px;
  margin-bottom: 10px;
}

.pictures {
  margin-bottom: 8px;
}

.hint {
  grid-row: span 3;
}

.over,
.across {
  --least: 0;
}

/* The small heads take no room: they come over the table when the large ones are gone. */
.over {
  position: sticky;
  top: calc(-1 * var(--page-top));
  z-index: 2;
  height: 0;
}

.small {
  overflow: hidden;
  border-bottom: 1px solid var(--text);
  background: var(--paper);
}

.names {
  display: grid;
  gap: 0 12px;
  min-width: min-content;
  padding: 4px 1px;
}

.named {
  display: flex;
  gap: 2px 8px;
  align-items: center;
  min-width: 0;
  padding: 0 12px;
  overflow: hidden;
  white-space: nowrap;
}

.named > .thumb {
  flex: none;
  width: 64px;
}

.named > strong {
  overflow: hidden;
  text-overflow: ellipsis;
}

.named > .second {
  overflow: hidden;
  text-overflow: ellipsis;
  flex-shrink: 4;
}

/* Too narrow for a head over each column: the heads stand in twos, and the table scrolls by itself. */
@media (width <= 700px) {
  .over,
  .across {
    --least: 96px;
  }

  .across {
    contain: inline-size;
  }

  .named > .thumb {
    display: none;
  }

  .sides {
    grid-template: none / repeat(2, minmax(0, 1fr)) !important;
  }

  .hint {
    grid-row: auto;
    grid-column: 1 / -1;
  }
}

.none {
  padding: 16px;
}

.foot {
  margin-top: 10px;
}

.said {
  position: sticky;
  bottom: 8px;
  width: fit-content;
  margin-top: 8px;
}

.said > .paper {
  padding: 8px 12px;
  box-shadow: 0 0 0 1px var(--text);
}
</style>
