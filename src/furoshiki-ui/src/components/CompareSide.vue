<script setup lang="ts">
import { IconDots, IconX } from '@tabler/icons-vue'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { useDesktop } from '@/composables/useDesktop'
import { count } from '@/composables/words'
import DesktopPicture from './DesktopPicture.vue'
import { nameOf, partsThatDiffer, percent, pointsOf } from '@/composables/compared'

/** A look at the head of its column. */
const props = defineProps<{
  side: Schemas['SideView']
  at: number
  comparison: Schemas['ComparisonView']
  /** Whether its picture stands here. */
  pictured: boolean
  scene: Schemas['PictureScene']
  /** What is left out of a switch to it. */
  leftOut: string[]
}>()
const emit = defineEmits<{
  open: [kind: string]
  remove: []
  first: []
  borrow: [kinds: string[]]
  elsewhere: [desktop: number]
}>()
const { id, desktops } = useDesktop()

const name = computed(() => nameOf(props.side))
const isFirst = computed(() => props.at === 0)
const differing = computed(() => partsThatDiffer(props.comparison, props.at))
const switchTo = computed(() => {
  const { saving, fitting, state } = props.side
  const without = props.leftOut.length > 0 ? { without: props.leftOut.join(',') } : {}
  if (saving) return { name: 'switch', query: { saving, ...without } }
  if (fitting) return { name: 'switch', query: { fitting, ...without } }
  return state ? { name: 'switch', query: { state } } : undefined
})
const others = computed(() => (desktops.value ?? []).filter((one) => one.id !== id.value))
const canGoElsewhere = computed(() => !/^(now|desktop-)|-on-\d+$/.test(props.side.ref))
</script>

<template>
  <section :aria-label="name">
    <div class="drawn">
      <DesktopPicture
        v-if="pictured && side.look"
        :look="side.look"
        :desktop="id"
        :name="name"
        :scene="scene"
        main-only
        cloth
        pointable
        large
        @open="emit('open', $event)"
      />
      <p v-else-if="pictured" class="empty">{{ side.problem }} The others are compared without it.</p>
    </div>
    <div class="row title">
      <h2>{{ side.name }}</h2>
      <span class="second">{{ side.caption }}</span>
      <VMenu>
        <template #activator="{ props: menu }">
          <VBtn class="bare push" v-bind="menu" :aria-label="`More for ${name}`"
            ><IconDots :size="14"
          /></VBtn>
        </template>
        <div class="menu">
          <button v-if="!isFirst && side.look" @click="emit('first')">Hold the others against this</button>
          <button v-if="differing.length > 0" @click="emit('borrow', differing)">
            Borrow all {{ count(differing.length, 'part') }}
          </button>
          <template v-if="canGoElsewhere">
            <button v-for="one in others" :key="one.id" @click="emit('elsewhere', one.id)">
              As it would be on {{ one.name }}
            </button>
          </template>
        </div>
      </VMenu>
      <VBtn class="bare" :aria-label="`Remove ${name}`" @click="emit('remove')"><IconX :size="14" /></VBtn>
    </div>
    <div class="row">
      <template v-if="!side.look" />
      <span v-else-if="isFirst" class="second">The first</span>
      <span v-else-if="side.apart === 0" class="second">nothing differs that shows</span>
      <details v-else class="apart">
        <summary>
          {{ percent(side.apart) }} apart, {{ count(side.differs, 'part') }}
          {{ side.differs === 1 ? 'differs' : 'differ'
          }}{{ side.notCovered > 0 ? `, ${side.notCovered} not covered` : '' }}
        </summary>
        <ul>
          <li v-for="part in side.madeOf" :key="part.kind">
            <span>{{ part.title }}</span>
            <span class="bar" aria-hidden="true"><span :style="{ width: `${part.apart * 100}%` }" /></span>
            <span>{{ percent(part.apart) }}</span>
            <span class="third">× {{ part.weight }} = {{ pointsOf(part) }}</span>
          </li>
        </ul>
      </details>
      <VBtn
        v-if="switchTo"
        class="push"
        :to="switchTo"
        :aria-label="`${side.state ? 'Go back' : 'Switch'} to ${name}…`"
        >{{
          side.state ? 'Go back…' : leftOut.length > 0 ? `Switch without ${leftOut.length}…` : 'Switch…'
        }}</VBtn
      >
    </div>
  </section>
</template>

<style scoped>
section {
  display: grid;
  grid-row: span 3;
  grid-template-rows: subgrid;
  align-items: start;
  min-width: 0;
}

.title {
  margin-top: 6px;
}

/* With four looks side by side a name is cut rather than the buttons sent to a line of their own. */
@container (width >= 700px) {
  .title {
    flex-wrap: nowrap;
  }
}

.title > :is(h2, .second) {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.title > .second {
  flex-shrink: 4;
}

.title > .v-btn {
  flex: none;
}

.empty {
  display: grid;
  place-content: center;
  aspect-ratio: 16 / 9;
  padding: 12px;
  background: var(--raised);
  color: var(--second);
}

.apart summary {
  cursor: pointer;
  min-height: 24px;
}

.apart li {
  display: grid;
  grid-template-columns: minmax(0, 7em) 60px 3.5em auto;
  gap: 0 8px;
  align-items: center;
  font-size: 12px;
}

.bar {
  height: 8px;
  background: var(--raised);
}

.bar > span {
  display: block;
  height: 100%;
  background: var(--action);
}
</style>
