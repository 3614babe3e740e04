import { ref, shallowRef } from 'vue'
import { api } from '@/api/client'

/** Whether the next press on the picture takes the colour that is there. */
const isPicking = ref(false)
/** What was taken last, another object each time: the same colour can be taken twice. */
const taken = shallowRef<{ colour: string }>()

/** Takes colours from any place in a picture. */
export const usePicking = () => ({ isPicking, taken, pick })

/** Takes the colour at a place in the window, of whatever is drawn there. */
async function pick(x: number, y: number) {
  for (const element of document.elementsFromPoint(x, y)) {
    const colour =
      element instanceof SVGImageElement ? await colourIn(element, x, y) : element.getAttribute('fill')
    if (!colour || colour === 'none' || colour.startsWith('url')) continue
    taken.value = { colour: colour.slice(0, '#rrggbb'.length) }
    isPicking.value = false
    return
  }
}

/** The colour of a picture at a place; undefined where nothing of it is there. */
async function colourIn(image: SVGImageElement, x: number, y: number) {
  const box = image.getBoundingClientRect()
  const [name, digest] = image.href.baseVal.split('/').reverse()
  if (!name || !digest) return undefined
  const { data } = await api.GET('/api/colours/{digest}/{name}', {
    params: {
      path: { digest, name: decodeURIComponent(name) },
      query: { x: (x - box.left) / box.width, y: (y - box.top) / box.height },
    },
  })
  return data?.colour
}
