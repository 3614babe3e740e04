import createClient from 'openapi-fetch'
import type { components, paths } from './schema.gen'
import { pageHeader } from './session'

/** The application's own API, typed from its OpenAPI document. */
export const api = createClient<paths>({ baseUrl: '' })
api.use({
  onRequest({ request }) {
    for (const [name, value] of Object.entries(pageHeader())) request.headers.set(name, value)
    return request
  },
})

export type Schemas = components['schemas']

/** An answer that says why something was not done (RFC 9457). */
export interface Problem {
  detail: string
  code: string
  unharmed: string
  field?: string
  changed?: string[]
  waysOut?: { words: string; remove: string[] }[]
}

const UNREACHABLE: Problem = {
  detail: 'The application does not answer.',
  code: 'unreachable',
  unharmed: 'Nothing was changed. Start it again, and this page finds it.',
}

export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

/** What of a request carries a form with files, which the document tells as text. */
export const ofForm = (form: FormData) => ({ body: form as never, bodySerializer: () => form })

/** The data of an answer; a problem is thrown. */
export async function take<T>(
  request: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const answer = await request.catch(() => {
    throw new ProblemError(UNREACHABLE)
  })
  if (answer.response.ok) return answer.data as T
  const error = answer.error
  if (typeof error === 'object' && error !== null && 'detail' in error && 'code' in error)
    throw new ProblemError(error as Problem)
  throw new ProblemError({
    detail: `The application answered ${answer.response.status}.`,
    code: 'unexpected',
    unharmed: typeof error === 'string' ? error : 'Nothing was changed.',
  })
}

/** How many there are of a list in all, also of those that were not asked for. */
export const totalOf = (response: Response) => Number(response.headers.get('Furoshiki-Total'))

/** The problem in whatever was thrown. */
export function problemOf(error: unknown): Problem {
  return error instanceof ProblemError ? error.problem : { ...UNREACHABLE, detail: String(error) }
}

/** Where a file of a supply is shown from; one that is drawn, in the colours of a look. */
export const sampleAddress = ({ content, name, form }: Schemas['SampleView'], look?: string) =>
  `/api/supplies/files/${content}/${encodeURIComponent(name)}${look && form === 'Drawing' ? `?colours=${look}` : ''}`
