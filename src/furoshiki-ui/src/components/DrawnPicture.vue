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
  /** Whether it is shown so large that its words can be read. */
  large?: boolean
  /** Whether panels, widgets and the dock can be moved on it. */
  movable?: boolean
  /** The role of which all is shown that it paints, and the rest dimmed. */
  painted?: string
  /** The matrix of the sight with which it is looked at, of nine numbers; as it is without one. */
  sight?: number[]
  /** The picture where it is known already. */
  drawn?: Schemas['PictureView']
}
</script>

<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { computed, ref, shallowRef, toRef, useId, watch } from 'vue'
import { usePicture } from '@/api/queries'
import { loadFaces } from '@/composables/faces'
import { useMoving, type Handle, type Move } from '@/composables/useMoving'
import { usePicking } from '@/composables/usePicking'
import ScreenPicture from './ScreenPicture.vue'

const props = defineProps<Picture>()
const emit = defineEmits<{
  open: [kind: string, role: string, entry: string]
  move: [move: Move]
  moved: [move: Move, isByKey: boolean]
}>()

const { data: own, error } = usePicture(
  toRef(props, 'look'),
  toRef(props, 'desktop'),
  toRef(props, 'scene'),
  computed(() => (props.large ? 'Words' : 'Lines')),
  computed(() => !props.drawn),
)
const data = computed(() => props.drawn ?? own.value)
watch(data, (drawn) => drawn && loadFaces(drawn.faces), { immediate: true })
const screens = computed(() => (props.mainOnly ? data.value?.screens.slice(0, 1) : data.value?.screens) ?? [])

/** Its matrix with a column for what can be seen through, which stays, as a filter wants it. */
const sightId = useId()
const sightValues = computed(() => {
  const [a, b, c, d, e, f, g, h, i] = props.sight ?? []
  return `${a} ${b} ${c} 0 0 ${d} ${e} ${f} 0 0 ${g} ${h} ${i} 0 0 0 0 0 1 0`
})

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
  const entry = part.dataset.entry ?? ''
  const names = [...[part, shown].map((one) => one.dataset.name ?? ''), entry].filter(Boolean)
  return {
    kind: part.dataset.kind ?? '',
    role: role?.dataset.role ?? '',
    entry,
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

const { handles, find, begin, go, end, press, guide, isMoving, moving } = useMoving(screens, stage, {
  move: (move) => emit('move', move),
  drop: (move, isByKey) => emit('moved', move, isByKey),
})
/** The thing that has the focus, to be moved by keys. */
const focused = ref<Handle>()

/** Where on the stage they are: measured once, so that it is so wherever the page is scrolled to. */
const places = shallowRef(new Map<Handle, Omit<Mark, 'name'>>())

/** Once what was drawn is painted, what lies over the picture is where it belongs: to measure before would paint it later. */
let due = 0
function onDrawn() {
  if (props.painted) markPainted()
  if (!props.movable) return
  cancelAnimationFrame(due)
  due = requestAnimationFrame(() => setTimeout(place))
}
useResizeObserver(
  computed(() => (props.movable ? stage.value : undefined)),
  onDrawn,
)
function place() {
  find()
  places.value = new Map(handles.value.map((one) => [one, onStage(one.box)]))
  const one =
    moving.value ??
    handles.value.find(({ kind, item }) => kind === focused.value?.kind && item === focused.value.item)
  if (one) markMovable(one)
}

function markMovable(handle: Handle) {
  const at = places.value.get(handle)
  mark.value = at && { name: `${handle.name}, ${handle.at}`, ...at }
}

/** A place in the window as one on the stage. */
function onStage(box: DOMRect) {
  const outer = stage.value?.getBoundingClientRect() ?? new DOMRect()
  const [left, top] = [Math.max(box.left, outer.left), Math.max(box.top, outer.top)]
  return {
    left: left - outer.left,
    top: top - outer.top,
    width: Math.max(0, Math.min(box.right, outer.right) - left),
    height: Math.max(0, Math.min(box.bottom, outer.bottom) - top),
  }
}
const markOf = (box: DOMRect, name: string): Mark => ({ name, ...onStage(box) })
const styleOf = ({ left, top, width, height }: Omit<Mark, 'name'>) => ({
  left: `${left}px`,
  top: `${top}px`,
  width: `${width}px`,
  height: `${height}px`,
})

function point(event: PointerEvent) {
  if (props.movable) go(event)
  if (isMoving.value || isPicking.value) return (mark.value = undefined)
  const handle = props.pointable ? handleOf(event) : undefined
  mark.value = handle && markOf(handle.shown.getBoundingClientRect(), handle.name)
}

function release() {
  end()
  mark.value = undefined
}

const { isPicking, pick } = usePicking()
function open(event: MouseEvent) {
  if (isPicking.value && props.pointable) return void pick(event.clientX, event.clientY)
  // What was moved is not opened.
  if (isMoving.value) return (isMoving.value = false)
  const handle = props.pointable ? handleOf(event) : undefined
  if (handle) emit('open', handle.kind, handle.role, handle.entry)
}
</script>

<template>
  <div class="picture">
    <svg v-if="sight" class="sight" aria-hidden="true">
      <filter :id="sightId" color-interpolation-filters="linearRGB">
        <feColorMatrix type="matrix" :values="sightValues" />
      </filter>
    </svg>
    <!-- eslint-disable vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -- every part that can be pressed here stands in a list beside the picture too -->
    <div
      ref="stage"
      class="screens"
      role="img"
      :aria-label="`Picture: ${name}${data ? '' : ', not drawn yet'}`"
      :class="{ framed, pointable, only: painted, picking: pointable && isPicking }"
      :style="sight && { filter: `url(#${sightId})` }"
      @pointerdown="movable && !isPicking && begin($event)"
      @pointermove="point"
      @pointerup="release"
      @pointercancel="release"
      @pointerleave="mark = undefined"
      @click="open"
    >
      <ScreenPicture
        v-for="screen in screens"
        :key="screen.id"
        class="screen"
        :data-screen="screen.id"
        :screen="screen"
        @drawn="onDrawn"
      />
      <div v-if="!data" class="screen empty" :class="{ drawing: !error }">
        {{ error ? 'This picture cannot be drawn.' : '' }}
      </div>
      <span v-if="guide" class="guide" :style="styleOf(onStage(guide))" />
      <span v-if="mark" class="mark" :class="{ low: mark.top < 24 }" :style="styleOf(mark)">
        <span class="mark-name">{{ mark.name }}</span>
      </span>
    </div>
    <!-- eslint-enable -->
    <template v-if="movable">
      <button
        v-for="[handle, at] in places"
        :key="`${handle.kind} ${handle.item}`"
        type="button"
        class="handle"
        :style="styleOf(at)"
        :aria-label="`${handle.name}, ${handle.at}; the arrow keys move it`"
        @focus="((focused = handle), markMovable(handle))"
        @blur="((focused = undefined), (mark = undefined))"
        @keydown="press($event, handle)"
        @click="emit('open', handle.kind, '', '')"
      />
    </template>
    <span v-if="corner && data?.accent" class="corner" :style="{ backgroundColor: data.accent }" />
    <div v-if="cloth" class="cloth" v-html="data?.cloth" />
    <template v-if="large && data">
      <p v-if="data.missing.length > 0" class="second note">
        Not at hand, so another font stands in: {{ data.missing.join(', ') }}
      </p>
      <p v-if="data.fromSettings.length > 0" class="third note">
        Drawn from settings alone: {{ data.fromSettings.join(', ') }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.picture {
  position: relative;
}

.screens {
  position: relative;
  user-select: none;
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

/* It is no word of what it stands in, which may be a link with its own name. */
.drawing::before {
  content: 'Drawing…';
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

.picking {
  cursor: crosshair;
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

.sight {
  position: absolute;
  width: 0;
  height: 0;
}

.note {
  margin: 4px 0 0;
  font-size: 12px;
}

.mark {
  position: absolute;
  pointer-events: none;
  outline: 2px solid #ffffff;
  box-shadow: 0 0 0 4px #2b3f8c;
}

.guide {
  position: absolute;
  pointer-events: none;
  background: #2b3f8c;
  outline: 1px solid #ffffff;
}

/* The pointer works on the picture itself; these take the keys. */
.handle {
  position: absolute;
  pointer-events: none;
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
