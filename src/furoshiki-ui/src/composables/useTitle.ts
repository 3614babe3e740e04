import { watch, type WatchSource } from 'vue'

/** Names in the window's title what is shown, beyond the page's own name. */
export const useTitle = (words: WatchSource<string | undefined>) =>
  watch(
    words,
    (text) => {
      if (text) document.title = `${text} · Furoshiki`
    },
    { immediate: true },
  )
