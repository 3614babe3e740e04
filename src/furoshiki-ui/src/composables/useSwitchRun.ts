import { useQuery } from '@tanstack/vue-query'
import { computed, onScopeDispose, ref, shallowRef, type Ref } from 'vue'
import { keyOf } from '@/api/asked'
import { api, take, type Schemas } from '@/api/client'
import { eventsAt } from '@/api/session'

/** Carries out a plan and follows it to its end by server-sent events. */
export function useSwitchRun(desktop: Ref<number>) {
  const progress = shallowRef<Schemas['RunProgress']>()
  const problem = shallowRef<unknown>()
  const isRunning = ref(false)
  const run = ref(0)
  let events: ReturnType<typeof eventsAt> | undefined

  function follow(id: number) {
    events = eventsAt(`/api/switches/${id}/progress`)
    events.addEventListener('error', () => void ask(id))
    events.addEventListener('progress', (event) => {
      progress.value = JSON.parse(event.data as string) as Schemas['RunProgress']
      if (progress.value.result) end()
    })
  }

  /** How it ended, where the stream of events broke off: the server knows, also after it started again. */
  async function ask(id: number) {
    try {
      const { result } = await take(api.GET('/api/switches/{id}', { params: { path: { id } } }))
      if (!result || progress.value?.result) return
      progress.value = { stage: 'Ended', done: 0, total: 0, path: null, part: null, left: null, result }
      end()
    } catch {
      // The stream opens again by itself when the server answers, and asks again.
    }
  }

  function end() {
    events?.close()
    isRunning.value = false
  }

  /** Carries a plan out; with a number of seconds it goes back by itself unless it is kept in them. */
  async function start(plan: Schemas['PlanView'], keepWithin: number | null) {
    problem.value = undefined
    isRunning.value = true
    try {
      const started = await take(
        api.POST('/api/desktops/{id}/switches', {
          params: { path: { id: desktop.value } },
          body: { fingerprint: plan.fingerprint, keepWithin },
        }),
      )
      run.value = started.id
      follow(started.id)
    } catch (error) {
      problem.value = error
      isRunning.value = false
    }
  }

  const stop = () => take(api.POST('/api/switches/{id}/stop', { params: { path: { id: run.value } } }))

  /** How it ended as the server knows it: it may have been taken back since. */
  const { data: known } = useQuery({
    queryKey: keyOf('switch', run),
    enabled: computed(() => !!progress.value?.result && run.value > 0),
    queryFn: () => take(api.GET('/api/switches/{id}', { params: { path: { id: run.value } } })),
  })
  const result = computed(() => progress.value?.result && (known.value?.result ?? progress.value.result))

  function reset() {
    end()
    run.value = 0
    progress.value = undefined
    problem.value = undefined
  }

  onScopeDispose(end)
  return { progress, result, problem, isRunning, start, stop, reset }
}
