import { shallowReactive } from 'vue'
import type { Router } from 'vue-router'

/** What was chosen and the address does not have yet. A choice is true at once, and the address follows. */
export const ahead = shallowReactive(new Map<string, string | undefined>())

/** Lets go of choices that the address has, and of those that belong to a page that was left. */
export const followAddress = (router: Router) =>
  router.afterEach((to, from, failure) => {
    if (failure) return
    for (const [name, value] of ahead)
      if (to.path !== from.path || to.query[name] === value) ahead.delete(name)
  })
