import { onScopeDispose, ref, shallowRef, type Ref } from 'vue'
import { api, take, type Schemas } from '@/api/client'

/** Carries out a plan and follows it to its end by server-sent events. */
export function useSwitchRun(desktop: Ref<number>) {
  const progress = shallowRef<Schemas['RunProgress']>()
  const problem = shallowRef<unknown>()
  const isRunning = ref(false)
  let run = 0
  let events: EventSource | undefined

  function follow(id: number) {
    events = new EventSource(`/api/switches/${id}/progress`)
    events.addEventListener('error', () => void ask(id))
    events.addEventListener('progress', (event) => {
      progress.value = JSON.parse((event as MessageEvent<string>).data) as Schemas['RunProgress']
      if (progress.value.result) end()
    })
  }

  /** How it ended, where the stream of events broke off: the server knows, also after it started again. */
  async function ask(id: number) {
    try {
      const { result } = await take(api.GET('/api/switches/{id}', { params: { path: { id } } }))
      if (!result || progress.value?.result) return
      progress.value = { stage: 'Ended', done: 0, total: 0, path: null, result }
      end()
    } catch {
      // The stream opens again by itself when the server answers, and asks again.
    }
  }

  function end() {
    events?.close()
    isRunning.value = false
  }

  async function start(plan: Schemas['PlanView']) {
    problem.value = undefined
    isRunning.value = true
    try {
      const started = await take(
        api.POST('/api/desktops/{id}/switches', {
          params: { path: { id: desktop.value } },
          body: { fingerprint: plan.fingerprint },
        }),
      )
      run = started.id
      follow(run)
    } catch (error) {
      problem.value = error
      isRunning.value = false
    }
  }

  const stop = () => take(api.POST('/api/switches/{id}/stop', { params: { path: { id: run } } }))

  function reset() {
    end()
    progress.value = undefined
    problem.value = undefined
  }

  onScopeDispose(end)
  return { progress, problem, isRunning, start, stop, reset }
}
