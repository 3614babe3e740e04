// @vitest-environment node
import { createConfig, lint } from '@redocly/openapi-core'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'

describe('the API document', () => {
  it('passes a standard linter by its strictest rules', async () => {
    const config = await createConfig({ extends: ['recommended-strict'] })
    const ref = fileURLToPath(new URL('../../../../docs/api/furoshiki.json', import.meta.url))
    const found = await lint({ ref, config })
    expect(found.map((one) => `${one.ruleId}: ${one.message} ${one.location[0]?.pointer}`)).toEqual([])
  })
})
