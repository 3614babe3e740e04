/** The pages of what is past, by their names, in the order in which they stand. */
export const PAST = ['states', 'history', 'files', 'deleted', 'copies']
