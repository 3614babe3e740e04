import { computed, ref, shallowRef, type Ref } from 'vue'
import type { Schemas } from '@/api/client'

type Edge = NonNullable<Schemas['Edge']>
type Screen = Schemas['ScreenPicture']

/** The edit that moves something on the picture. */
export type Move = Schemas['EditForm']

/** Something on the picture that can be moved. */
export interface Handle {
  kind: string
  item: string | null
  /** What it is and where, in words. */
  name: string
  at: string
  /** The number of the screen that it is on. */
  screen: number
  /** The edge at which it is; of what has none, the place in px of the screen. */
  edge?: Edge
  x: number
  y: number
  /** Where it is in the window. */
  box: DOMRect
}

/** How far the pointer goes, in px of the window, before a press is a move. */
const SLACK = 5
/** How far a key moves what has no grid, in px of the screen; as far as the lines of a grid are apart. */
const STEP = 16
const EDGES: Edge[] = ['Left', 'Right', 'Top', 'Bottom']
const KEYS: Record<string, { edge: Edge; x: number; y: number }> = {
  ArrowLeft: { edge: 'Left', x: -1, y: 0 },
  ArrowRight: { edge: 'Right', x: 1, y: 0 },
  ArrowUp: { edge: 'Top', x: 0, y: -1 },
  ArrowDown: { edge: 'Bottom', x: 0, y: 1 },
}

/** Moves panels, widgets and the dock on the picture itself, by the pointer and by keys. */
export function useMoving(
  screens: Ref<Screen[]>,
  stage: Ref<HTMLElement | undefined>,
  say: { move: (move: Move) => void; drop: (move: Move, isByKey: boolean) => void },
) {
  const handles = shallowRef<Handle[]>([])
  const elements = () => [...(stage.value?.querySelectorAll<HTMLElement>('.screen') ?? [])]

  /** Finds what can be moved in what has been drawn. */
  function find() {
    handles.value = elements().flatMap((element, screen) =>
      [...element.querySelectorAll<SVGGraphicsElement>('g[data-at]')].map((part) => handleOf(part, screen)),
    )
  }

  let held: { handle: Handle; x: number; y: number } | undefined
  const last = ref<Move>()
  /** Whether a press has become a move, so that it opens nothing. */
  const isMoving = ref(false)
  /** What is being moved, as it is drawn now. */
  const moving = computed(() =>
    handles.value.find((one) => isMoving.value && held && isSame(one, held.handle)),
  )

  function begin(event: PointerEvent) {
    isMoving.value = false
    const part = (event.target as Element).closest<SVGGraphicsElement>('g[data-at]')
    if (!part || event.button !== 0) return
    const screen = elements().findIndex((element) => element.contains(part))
    held = { handle: handleOf(part, screen), x: event.clientX, y: event.clientY }
  }

  function go(event: PointerEvent) {
    if (!held) return
    if (!isMoving.value && Math.hypot(event.clientX - held.x, event.clientY - held.y) < SLACK) return
    if (!isMoving.value) (event.currentTarget as Element).setPointerCapture(event.pointerId)
    isMoving.value = true
    const move = placeAt(held, event)
    if (!move || JSON.stringify(move) === JSON.stringify(last.value)) return
    last.value = move
    say.move(move)
  }

  function placeAt(
    { handle, x, y }: NonNullable<typeof held>,
    { clientX, clientY }: PointerEvent,
  ): Move | undefined {
    const rects = elements().map((element) => element.getBoundingClientRect())
    const index = rects.findIndex((rect) => clientX >= rect.left && clientX <= rect.right)
    const screen = handle.kind === 'dock' ? 0 : Math.max(0, index)
    const [rect, shown] = [rects[screen], screens.value[screen]]
    if (!rect || !shown) return undefined
    if (!handle.edge) {
      const scale = shown.width / rect.width
      return placed(handle, {
        screen,
        x: (handle.box.left + clientX - x - rect.left) * scale,
        y: (handle.box.top + clientY - y - rect.top) * scale,
      })
    }
    const apart: Record<Edge, number> = {
      Left: clientX - rect.left,
      Right: rect.right - clientX,
      Top: clientY - rect.top,
      Bottom: rect.bottom - clientY,
    }
    return placed(handle, {
      screen,
      edge: EDGES.reduce((near, other) => (apart[other] < apart[near] ? other : near)),
    })
  }

  function end() {
    if (isMoving.value && last.value) say.drop(last.value, false)
    held = undefined
    last.value = undefined
  }

  /** A key moves by a step or, held with Shift, by a px; to another edge; and beyond an edge to the next screen. */
  function press(event: KeyboardEvent, handle: Handle) {
    const way = KEYS[event.key]
    if (!way || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    const beside = screens.value[handle.screen + way.x]
    const goesOver = way.x !== 0 && beside !== undefined && handle.kind !== 'dock'
    if (handle.edge) {
      const isThere = handle.edge === way.edge
      if (isThere && !goesOver) return
      const opposite = way.edge === 'Left' ? 'Right' : 'Left'
      const to = isThere
        ? { screen: handle.screen + way.x, edge: opposite as Edge }
        : { screen: handle.screen, edge: way.edge }
      say.drop(placed(handle, to), true)
      return
    }
    const by = event.shiftKey ? 1 : STEP
    const shown = screens.value[handle.screen]
    const right = shown ? shown.width - widthOf(handle, shown) : 0
    const isOver = way.x < 0 ? handle.x <= 0 : handle.x + by > right
    const to =
      goesOver && isOver
        ? { screen: handle.screen + way.x, x: way.x < 0 ? beside.width : 0, y: handle.y }
        : { screen: handle.screen, x: way.x * by, y: way.y * by, isBy: true }
    say.drop(placed(handle, to), true)
  }

  const widthOf = (handle: Handle, shown: Screen) => {
    const rect = elements()[handle.screen]?.getBoundingClientRect()
    return rect ? (handle.box.width / rect.width) * shown.width : 0
  }

  /** The strip along the edge at which what is being moved would be, in the window. */
  const guide = computed(() => {
    const { edge, screen } = last.value?.place ?? {}
    const rect = elements()[screen ?? 0]?.getBoundingClientRect()
    return edge && rect ? alongOf(rect, edge) : undefined
  })

  return { handles, find, begin, go, end, press, guide, isMoving, moving }
}

const isSame = (one: Handle, other: Handle) => one.kind === other.kind && one.item === other.item

const placed = ({ kind, item }: Handle, to: Partial<Schemas['PlaceWanted']> & { screen: number }): Move => ({
  kind,
  drop: false,
  place: { edge: null, x: 0, y: 0, isBy: false, ...to, item },
})

function handleOf(part: SVGGraphicsElement, screen: number): Handle {
  const { kind = '', item = null, at = '', name = '', edge, x = 0, y = 0 } = part.dataset
  return {
    kind,
    item,
    name: item ? `${name}: ${item}` : name,
    at,
    screen,
    edge: edge as Edge | undefined,
    x: Number(x),
    y: Number(y),
    box: part.getBoundingClientRect(),
  }
}

function alongOf({ left, top, width, height }: DOMRect, edge: Edge) {
  const thick = 6
  if (edge === 'Left') return new DOMRect(left, top, thick, height)
  if (edge === 'Right') return new DOMRect(left + width - thick, top, thick, height)
  return new DOMRect(left, edge === 'Top' ? top : top + height - thick, width, thick)
}
