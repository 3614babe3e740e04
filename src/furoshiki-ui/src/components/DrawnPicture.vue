<script lang="ts">
import type { Schemas } from '@/api/client'

export interface Picture {
  look: string
  desktop: number
  name: string
  mainOnly?: boolean
  framed?: boolean
  cloth?: boolean
  corner?: boolean
  pointable?: boolean
  scene?: Schemas['PictureScene']
  /** The role of which all is shown that it paints, and the rest dimmed. */
  painted?: string
  /** The picture where it is known already. */
  drawn?: Schemas['PictureView']
}
</script>

<script setup lang="ts">
import { computed, ref, toRef, watch } from 'vue'
import { usePicture } from '@/api/queries'
import ScreenPicture from './ScreenPicture.vue'

const props = defineProps<Picture>()
const emit = defineEmits<{ open: [kind: string, role: string] }>()

const { data: own, error } = usePicture(
  toRef(props, 'look'),
  toRef(props, 'desktop'),
  toRef(props, 'scene'),
  computed(() => !props.drawn),
)
const data = computed(() => props.drawn ?? own.value)
const screens = computed(() => (props.mainOnly ? data.value?.screens.slice(0, 1) : data.value?.screens) ?? [])

interface Mark {
  name: string
  left: number
  top: number
  width: number
  height: number
}
const stage = ref<HTMLElement>()
const mark = ref<Mark>()
/** What can be pointed at: a part, and in it what has a role among the colours. */
function handleOf(event: Event) {
  const target = event.target as Element
  const role = target.closest<SVGGraphicsElement>('[data-role]')
  const part = target.closest<SVGGraphicsElement>('[data-kind]:not([data-role])') ?? role
  const shown = role ?? part
  if (!part || !shown) return undefined
  const names = [part, shown].map((one) => one.dataset.name ?? '')
  return {
    kind: part.dataset.kind ?? '',
    role: role?.dataset.role ?? '',
    name: [...new Set(names)].join(': '),
    shown,
  }
}

/** Marks what a role paints; what is drawn anew is marked anew. */
function markPainted() {
  for (const one of stage.value?.querySelectorAll('[data-role]') ?? [])
    one.classList.toggle('painted', one.getAttribute('data-role') === props.painted)
}
watch(() => props.painted, markPainted, { flush: 'post' })

function point(event: Event) {
  const handle = props.pointable ? handleOf(event) : undefined
  const outer = stage.value?.getBoundingClientRect()
  if (!handle || !outer) return (mark.value = undefined)
  const box = handle.shown.getBoundingClientRect()
  const [left, top] = [Math.max(box.left, outer.left), Math.max(box.top, outer.top)]
  mark.value = {
    name: handle.name,
    left: left - outer.left,
    top: top - outer.top,
    width: Math.min(box.right, outer.right) - left,
    height: Math.min(box.bottom, outer.bottom) - top,
  }
}

function open(event: Event) {
  const handle = props.pointable ? handleOf(event) : undefined
  if (handle) emit('open', handle.kind, handle.role)
}
</script>

<template>
  <div class="picture">
    <!-- eslint-disable vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -- every part that can be pressed here stands in a list beside the picture too -->
    <div
      ref="stage"
      class="screens"
      role="img"
      :aria-label="`Picture: ${name}`"
      :class="{ framed, pointable, only: painted }"
      @pointermove="point"
      @pointerleave="mark = undefined"
      @click="open"
    >
      <ScreenPicture
        v-for="screen in screens"
        :key="screen.id"
        class="screen"
        :screen="screen"
        @drawn="markPainted"
      />
      <div v-if="!data" class="screen empty">{{ error ? 'This picture cannot be drawn.' : '' }}</div>
      <span
        v-if="mark"
        class="mark"
        :class="{ low: mark.top < 24 }"
        :style="{
          left: `${mark.left}px`,
          top: `${mark.top}px`,
          width: `${mark.width}px`,
          height: `${mark.height}px`,
        }"
      >
        <span class="mark-name">{{ mark.name }}</span>
      </span>
    </div>
    <!-- eslint-enable -->
    <span v-if="corner && data?.accent" class="corner" :style="{ backgroundColor: data.accent }" />
    <div v-if="cloth" class="cloth" v-html="data?.cloth" />
  </div>
</template>

<style scoped>
.picture {
  position: relative;
}

.screens {
  position: relative;
  display: flex;
  gap: 4px;
}

.screen {
  flex: 1 1 0;
  min-width: 0;
  overflow: hidden;
}

.framed .screen {
  border: 1px solid var(--line);
}

.empty {
  aspect-ratio: 16 / 9;
  background: var(--raised);
  color: var(--third);
  padding: 8px 12px;
}

.only :deep([data-role]:not(.painted)),
.only :deep(image) {
  opacity: 0.12;
}

.only :deep(.painted) {
  opacity: 1;
}

.pointable {
  cursor: pointer;
}

.corner {
  position: absolute;
  top: 0;
  right: 0;
  width: 22px;
  height: 22px;
  clip-path: polygon(0 0, 100% 0, 100% 100%);
  box-shadow: none;
}

.cloth {
  height: 12px;
  overflow: hidden;
}

.cloth :deep(svg) {
  display: block;
  width: 100%;
  height: 100%;
}

.mark {
  position: absolute;
  pointer-events: none;
  outline: 2px solid #ffffff;
  box-shadow: 0 0 0 4px #2b3f8c;
}

.mark-name {
  position: absolute;
  bottom: 100%;
  left: -4px;
  margin-bottom: 4px;
  padding: 2px 8px;
  background: #2b3f8c;
  color: #ffffff;
  font-size: 12px;
  font-weight: 600;
  white-space: nowrap;
}

.low .mark-name {
  bottom: auto;
  top: 100%;
  margin: 4px 0 0;
}
</style>
