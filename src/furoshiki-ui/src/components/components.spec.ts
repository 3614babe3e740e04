import { flushPromises, mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import CompareCell from './CompareCell.vue'
import CompareTable from './CompareTable.vue'
import PartList from './PartList.vue'
import PlanSteps from './PlanSteps.vue'
import ReadinessWord from './ReadinessWord.vue'

const cell = (more: Partial<Schemas['CellView']> = {}): Schemas['CellView'] => ({
  state: 'First',
  words: 'top, 26 px',
  change: '',
  swatches: [],
  ...more,
})
const side = (name: string): Schemas['SideView'] => ({
  ref: name,
  name,
  caption: '1st',
  look: '',
  saving: 1,
  state: null,
  fitting: null,
  differs: 1,
  notCovered: 0,
  apart: 0.1,
  madeOf: [],
  problem: '',
})
const row = (key: string, more: Partial<Schemas['RowView']> = {}): Schemas['RowView'] => ({
  key,
  kind: key.split('/')[0] ?? '',
  setting: key.split('/')[1] ?? null,
  title: key,
  differs: true,
  weight: 1,
  cells: [cell(), cell({ state: 'Differs' })],
  rows: [],
  ...more,
})
const sides = [side('One'), side('Two')]

describe('a signal', () => {
  it.each([
    ['On', '●'],
    ['Ready', '●'],
    ['Drifted', '◐'],
    ['Cannot', '◇'],
  ] as const)('%s comes with a shape and a word beside its colour', (state, shape) => {
    const text = mount(ReadinessWord, { props: { readiness: { state, words: 'in words' } } }).text()
    expect(text).toContain(shape)
    expect(text).toContain('in words')
  })
})

describe('a cell of the comparison', () => {
  const show = (more: Partial<Schemas['CellView']>, at = 1) =>
    mount(CompareCell, {
      props: {
        row: row('panels', { cells: [cell(more), cell(more)] }),
        cell: cell(more),
        at,
        sides,
        isOpen: false,
        isLeftOut: false,
      },
    })

  it('says "same" where it equals the first look, and has nothing to give', () => {
    expect(show({ state: 'Same' }).text()).toBe('same')
    expect(show({ state: 'NotCovered', words: 'not covered' }).text()).toBe('not covered')
  })

  it('says by how much it differs, in its measure', () => {
    const other = show({ state: 'Differs', change: 'ΔE 12.5', swatches: ['#ff0000'] })
    expect(other.get('.words').text()).toContain('ΔE 12.5')
  })

  it('can be borrowed where it is something else, and left out only of what differs', () => {
    const words = (more: Partial<Schemas['CellView']>, at?: number) =>
      show(more, at)
        .findAll('.actions button')
        .map((one) => one.text())
    expect(words({ state: 'Differs' })).toEqual(['Borrow', 'Put on…', 'Leave out'])
    expect(words({ state: 'First' }, 0)).toEqual(['Borrow', 'Put on…'])
    expect(words({ state: 'Same' })).toEqual([])
  })
})

describe('the table of the comparison', () => {
  const comparison = {
    sides,
    rows: [
      row('panels', {
        rows: [row('panels/edge', { cells: [cell(), cell({ state: 'Differs', words: 'left' })] })],
      }),
    ],
    differing: 1,
    parts: 1,
    notCovered: [],
    scenes: [],
  }
  const show = (more: { allOpen?: boolean; opened?: string[] } = {}) =>
    mount(CompareTable, {
      props: { comparison, columns: '', allOpen: false, opened: [], leftOut: [], ...more },
      global: { plugins: [createPinia()] },
      attachTo: document.body,
    })

  it('opens a part to its settings, and asks for it by its button', async () => {
    expect(show().text()).not.toContain('left')
    expect(show({ opened: ['panels'] }).text()).toContain('left')
    expect(show({ allOpen: true }).text()).toContain('left')
    const table = show()
    await table.get('button').trigger('click')
    expect(table.emitted('open')).toEqual([['panels']])
  })

  it('is one stop for the Tab key, and the arrows lead from cell to cell', async () => {
    const table = show({ opened: ['panels'] })
    await flushPromises()
    expect(table.findAll('[tabindex="0"]')).toHaveLength(1)
    const press = async (key: string) => {
      await table.get('[data-here]').trigger('keydown', { key })
      await flushPromises()
    }
    await press('ArrowRight')
    await press('ArrowRight')
    await press('ArrowDown')
    expect(table.get('[data-here]').text()).toContain('left')
    await press('b')
    expect(table.emitted('act')).toEqual([['borrow', comparison.rows[0]?.rows[0], 1]])
    await press('Home')
    await press('Enter')
    expect(table.emitted('open')).toBeUndefined()
    await press('ArrowUp')
    await press('Enter')
    expect(table.emitted('open')).toEqual([['panels']])
  })
})

describe('the list of parts', () => {
  const part = (assets: Schemas['AssetView'][]): Schemas['PartView'] => ({
    kind: 'icons',
    title: 'Icons',
    group: 'Symbols',
    words: 'Inkstone Red, 34 px',
    swatches: [],
    assets,
  })

  it('tells of an open part which files it uses, and which were not found', () => {
    const assets = [
      { name: 'Inkstone-Red', path: 'data:icons/Inkstone-Red', digest: '0123456789', isCarried: false },
      { name: 'Lost', path: null, digest: null, isCarried: false },
    ]
    const text = mount(PartList, { props: { parts: [part(assets)], opened: 'icons' } }).text()
    expect(text).toContain('data:icons/Inkstone-Red')
    expect(text).toContain('0123456789, needed')
    expect(text).toContain('Lost, not found')
    expect(mount(PartList, { props: { parts: [part([])], opened: 'icons' } }).text()).toContain(
      'uses no files of its own',
    )
  })

  it('is opened and closed by its button', async () => {
    const list = mount(PartList, { props: { parts: [part([])], opened: '' } })
    await list.get('button').trigger('click')
    await list.setProps({ opened: 'icons' })
    await list.get('button').trigger('click')
    expect(list.emitted('open')).toEqual([['icons'], ['']])
  })
})

describe('the steps of a plan', () => {
  const step = (kind: string, files: string[]): Schemas['StepView'] => ({
    kind,
    title: kind,
    words: 'a → b',
    pieces: [
      { leaveOut: `${kind}/edge`, words: 'Edge: a → b', within: [] },
      {
        leaveOut: `${kind}/second/`,
        words: 'second comes',
        within: [{ leaveOut: null, words: 'second, edge: not set → b', within: [] }],
      },
    ],
    files,
    notes: [],
  })
  const plan: Schemas['PlanView'] = {
    target: { kind: 'Saving', id: 1 },
    name: 'Day Log',
    caption: '1st saving',
    before: 'Now',
    nowLook: '',
    nextLook: '',
    groups: [
      { shows: 'AtOnce', steps: [step('panels', ['p']), step('borders', ['w'])] },
      { shows: 'AfterSignIn', steps: [step('cursor', ['w'])] },
    ],
    rights: null,
    refused: [],
    losses: [],
    same: ['Fonts'],
    instead: [],
    fights: [],
    misfits: [],
    others: [],
    leftOut: [
      { without: 'dock', kind: 'dock', title: 'Dock', words: '' },
      { without: 'fonts/size', kind: 'fonts', title: 'Fonts', words: 'size stays 10 pt' },
    ],
    leftAlone: { titles: ['Icons'], reason: 'Day Log does not cover them' },
    unsaved: [],
    discards: [],
    safeGaps: [],
    notTouched: [],
    notKept: [],
    safeFiles: 64,
    files: ['p', 'w'],
    groupings: [],
    supplies: [],
    remembered: null,
    fingerprint: '',
  }

  it('come grouped by when they show, each group with its counts', () => {
    const text = mount(PlanSteps, { props: { plan, outcomes: new Map() } }).text()
    expect(text).toContain('64 files')
    expect(text).toContain('Shows at once2 parts, 4 settings in 2 files')
    expect(text).toContain('Shows after one sign-in1 part, 2 settings in 1 file')
    expect(text).toContain('Icons: Day Log does not cover them')
  })

  it('can be left out one by one, and put on again, until the switch begins', async () => {
    const shaped = mount(PlanSteps, {
      props: { plan, outcomes: new Map(), canLeaveOut: true },
      global: { stubs: { VBtn: { template: '<button><slot /></button>' } } },
    })
    const press = (label: string) => shaped.get(`[aria-label="${label}"]`).trigger('click')
    await press('Leave out cursor')
    await press('Leave out panels, Edge: a → b')
    await press('Leave out borders, second comes')
    await press('Put on Dock')
    await press('Put on Fonts, size stays 10 pt')
    expect(shaped.emitted()).toMatchObject({
      leaveOut: [['cursor'], ['panels/edge'], ['borders/second/']],
      putOn: [['dock'], ['fonts/size']],
    })
    // What goes with its item only has no button of its own.
    expect(shaped.findAll('[aria-label^="Leave"]')).toHaveLength(9)
    const begun = mount(PlanSteps, { props: { plan, outcomes: new Map() } })
    expect(begun.find('[aria-label^="Leave"], [aria-label^="Put"]').exists()).toBe(false)
  })

  it('tell after the switch what took, what waits and what did not take', () => {
    const result = (kind: string, outcome: Schemas['PartOutcome']) =>
      [kind, { kind, title: kind, outcome, words: '' }] as const
    const outcomes = new Map([
      result('panels', 'Taken'),
      result('borders', 'NotTaken'),
      result('cursor', 'Waiting'),
    ])
    const progress = {
      stage: 'Ended' as const,
      done: 2,
      total: 2,
      path: null,
      result: { switched: true, problem: null, unharmed: '', safeState: 4, parts: [], notLookedAt: [] },
    }
    const steps = mount(PlanSteps, { props: { plan, outcomes, progress } })
    expect(steps.text()).toContain('made and checked')
    expect(steps.get('[data-step=panels]').text()).toContain('● taken')
    expect(steps.get('[data-step=borders]').text()).toContain('◇ not taken')
    expect(steps.get('[data-step=cursor]').text()).toContain('◐ written, waits')
  })
})
