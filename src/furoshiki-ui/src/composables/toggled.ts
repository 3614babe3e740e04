/** A list with one more, or without it if it had it. */
export const toggled = <T>(list: readonly T[], one: T): T[] =>
  list.includes(one) ? list.filter((other) => other !== one) : [...list, one]
