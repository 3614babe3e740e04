import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { keyOf } from '@/api/asked'
import { api, ofForm, problemOf, take, type Problem, type Schemas } from '@/api/client'
import { useFittingView, usePicture } from '@/api/queries'

export type Edit = Schemas['EditForm']
type View = Schemas['FittingView']
type Picture = Schemas['PictureView']
type Scene = Schemas['PictureScene']

/** A look that is being fitted: what it is, what can be done to it, and its picture, which follows at once. */
export function useFitting(id: Ref<number>, scene: Ref<Scene | undefined>) {
  const client = useQueryClient()
  const { data: view, error } = useFittingView(id)
  const problem = ref<Problem>()
  const path = computed(() => ({ id: id.value }))

  /** What is tried right now, drawn ahead of what is kept. */
  const tried = shallowRef<{ picture: Picture; scene?: Scene }>()
  const { data: kept, isPlaceholderData } = usePicture(
    computed(() => view.value?.look ?? ''),
    computed(() => view.value?.desktop ?? 0),
    scene,
    ref('Words' as const),
    computed(() => !!view.value),
  )
  const picture = computed(() => (tried.value?.scene === scene.value ? tried.value?.picture : kept.value))

  let wanted: Schemas['StepForm'] | undefined
  let isDrawing = false
  /** Whether what is tried is still of interest when it is drawn. */
  let isTrying = false
  /** Draws a step, with nothing kept. While one is drawn, only the last that is asked for comes after it. */
  async function tryStep(edits: Edit[]) {
    wanted = { edits, continues: false }
    isTrying = true
    if (isDrawing) return
    isDrawing = true
    while (wanted) {
      const body = wanted
      const shown = scene.value
      wanted = undefined
      try {
        const drawn = await take(
          api.POST('/api/fittings/{id}/trial', {
            params: { path: path.value, query: { scene: shown } },
            body,
          }),
        )
        if (isTrying) tried.value = { picture: drawn, scene: shown }
      } catch (thrown) {
        problem.value = problemOf(thrown)
      }
    }
    isDrawing = false
  }

  function stopTrying() {
    wanted = undefined
    isTrying = false
  }
  /** Nothing is tried any more: what is kept is shown. */
  function release() {
    stopTrying()
    tried.value = undefined
  }

  let last: Promise<unknown> = Promise.resolve()
  /** Does one thing after the other, in the order in which they were asked for. */
  function act(request: () => Promise<View>): Promise<boolean> {
    const done = last.then(() => actNow(request))
    last = done
    return done
  }

  async function actNow(request: () => Promise<View>): Promise<boolean> {
    problem.value = undefined
    try {
      const after = await request()
      client.setQueryData(keyOf('fitting', id), after)
      // How what could be chosen goes with the look is another thing now.
      void client.invalidateQueries({ queryKey: keyOf('fitting', id, 'choices') })
      return true
    } catch (thrown) {
      problem.value = problemOf(thrown)
      if (problem.value.code === 'changed-meanwhile')
        await client.invalidateQueries({ queryKey: keyOf('fitting', id), exact: true })
      tried.value = undefined
      return false
    }
  }
  // What was tried is shown until what is kept can be.
  watch(
    [kept, isPlaceholderData],
    () => {
      if (!isPlaceholderData.value && !wanted && !isDrawing) tried.value = undefined
    },
    { flush: 'post' },
  )

  const step = (
    edits: Edit[],
    { title, continues = false }: { title?: string; continues?: boolean } = {},
  ) => {
    stopTrying()
    return act(() =>
      take(
        api.POST('/api/fittings/{id}/steps', {
          params: { path: path.value },
          body: { edits, title: title ?? null, continues },
        }),
      ),
    )
  }
  const seen = () => ({ params: { path: path.value }, body: { revision: view.value?.revision ?? 0 } })
  const undo = () => act(() => take(api.POST('/api/fittings/{id}/undo', seen())))
  const redo = () => act(() => take(api.POST('/api/fittings/{id}/redo', seen())))
  const leave = (number: number, isOut: boolean) =>
    act(() =>
      take(
        api.PUT('/api/fittings/{id}/steps/{step}', {
          params: { path: { ...path.value, step: number } },
          body: { isOut },
        }),
      ),
    )
  const settle = (key: string, remedy: string) =>
    act(() =>
      take(api.POST('/api/fittings/{id}/remedies', { params: { path: path.value }, body: { key, remedy } })),
    )
  const rebase = (look: string) =>
    act(() => take(api.PUT('/api/fittings/{id}/base', { params: { path: path.value }, body: { look } })))
  /** Takes a picture of the person's own: for one screen, or for all. */
  const takePicture = (file: File, kind: string, item: string) =>
    act(() => {
      const body = new FormData()
      body.append('file', file)
      body.append('kind', kind)
      body.append('item', item)
      return take(
        api.POST('/api/fittings/{id}/pictures', {
          params: { path: path.value },
          ...ofForm(body),
        }),
      )
    })
  const rename = async (name: string) => {
    const after = await take(
      api.PUT('/api/fittings/{id}/name', { params: { path: path.value }, body: { name } }),
    )
    client.setQueryData(keyOf('fitting', id), after)
  }

  return {
    view,
    error,
    problem,
    picture,
    tryStep,
    release,
    step,
    undo,
    redo,
    leave,
    settle,
    rebase,
    takePicture,
    rename,
  }
}
