import { EventSource } from 'eventsource'

/**
 * A session is two halves: a cookie, which every server of this machine's name gets, whatever its port, and a value that is kept by origin
 * and sent as a header. The cookie alone opens nothing.
 */
const HEADER = 'Furoshiki-Page'
const KEPT = 'furoshiki-page'

/** The header with which a page asks. It is read each time, since another window may have entered anew. */
export const pageHeader = () => ({ [HEADER]: localStorage.getItem(KEPT) ?? '' })

/** Keeps the page's half, for this page and for what it shows. */
export async function keepHalf(half: string) {
  localStorage.setItem(KEPT, half)
  await (await caches.open(KEPT)).put('/half', new Response(half))
}

/** The half that the entrance gave, which is taken out of the address before anything else reads that. */
const given = /^#page=([0-9a-f]{64})$/.exec(location.hash)?.[1]
if (given) history.replaceState(history.state, '', location.pathname + location.search)

/** Keeps the half that the entrance gave, and sees that all that the page shows is asked for with it. */
export async function enter() {
  if (given) await keepHalf(given)
  const workers = navigator.serviceWorker
  const { active } = await workers.register('/pages.js').then(() => workers.ready)
  if (workers.controller) return
  // A page that was loaded past it, as by a reload that passes over all that is kept, is taken in again.
  const taken = new Promise((resolve) =>
    workers.addEventListener('controllerchange', resolve, { once: true }),
  )
  active?.postMessage('claim')
  await taken
}

/** Events of the server, asked for with the page's half. */
export const eventsAt = (address: string) =>
  new EventSource(address, {
    fetch: (input, init) => fetch(input, { ...init, headers: { ...init.headers, ...pageHeader() } }),
  })

/** Saves what a link of the API leads to: browsers fetch what is downloaded past everything that adds to it. */
export async function download(link: HTMLAnchorElement) {
  const answer = await fetch(link.href, { headers: pageHeader() })
  if (!answer.ok) {
    location.assign(link.href)
    return
  }
  const said = /filename="?([^";]+)"?/.exec(answer.headers.get('Content-Disposition') ?? '')?.[1]
  const saved = document.createElement('a')
  saved.href = URL.createObjectURL(await answer.blob())
  saved.download = link.download || said || ''
  saved.click()
  URL.revokeObjectURL(saved.href)
}
