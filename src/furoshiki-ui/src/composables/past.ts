/** The pages of what is past, in the order in which they stand. */
export const PAST = [
  { name: 'states', words: 'Safe states' },
  { name: 'history', words: 'History' },
  { name: 'files', words: 'A file over time' },
  { name: 'deleted', words: 'Deleted' },
  { name: 'copies', words: 'Copies' },
]
