import { expect, it } from 'vitest'
import { problemOf, take } from './client'

const answer = (status: number, body: { data?: unknown; error?: unknown }) =>
  Promise.resolve({ ...body, response: new Response(null, { status }) })

it('gives the data of an answer', async () => {
  expect(await take(answer(200, { data: [1] }))).toEqual([1])
})

it('throws the problem that an answer tells', async () => {
  const problem = {
    detail: 'The name is taken.',
    code: 'field',
    unharmed: 'Nothing was saved.',
    field: 'name',
  }
  const thrown = await take(answer(422, { error: problem })).catch((error: unknown) => error)
  expect(problemOf(thrown)).toEqual(problem)
})

it('says in words what else can go wrong', async () => {
  const plain = await take(answer(403, { error: 'Open the address that was printed.' })).catch(
    (error: unknown) => error,
  )
  expect(problemOf(plain)).toMatchObject({
    detail: 'The application answered 403.',
    unharmed: 'Open the address that was printed.',
  })
  const gone = await take(Promise.reject(new TypeError('Failed to fetch'))).catch((error: unknown) => error)
  expect(problemOf(gone).code).toBe('unreachable')
  expect(problemOf(new Error('odd')).detail).toContain('odd')
})
