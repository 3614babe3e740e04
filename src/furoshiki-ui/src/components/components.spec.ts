import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import CompareCell from './CompareCell.vue'
import CompareTable from './CompareTable.vue'
import PartList from './PartList.vue'
import PlanSteps from './PlanSteps.vue'
import ReadinessWord from './ReadinessWord.vue'

const cell = (more: Partial<Schemas['CellView']> = {}): Schemas['CellView'] => ({
  words: 'top, 26 px',
  same: false,
  swatches: [],
  distance: null,
  ...more,
})

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
  it('says "same" where it equals the first look', () => {
    expect(mount(CompareCell, { props: { cell: cell({ same: true }), first: false } }).text()).toBe('same')
  })

  it('says its own words in the first column, marked by nothing', () => {
    const first = mount(CompareCell, { props: { cell: cell({ same: true }), first: true } })
    expect(first.text()).toBe('top, 26 px')
    expect(first.classes()).not.toContain('differs')
  })

  it('is marked where it differs, with how far its colours are apart', () => {
    const other = mount(CompareCell, {
      props: { cell: cell({ distance: 12.5, swatches: ['#ff0000'] }), first: false },
    })
    expect(other.classes()).toContain('differs')
    expect(other.text()).toContain('ΔE 12.5')
  })
})

describe('the table of the comparison', () => {
  const side = (name: string): Schemas['SideView'] => ({
    ref: name,
    name,
    caption: '1st',
    look: '',
    saving: 1,
    differs: 1,
  })
  const row = (kind: string, differs: boolean): Schemas['PartRowView'] => ({
    kind,
    title: kind,
    differs,
    cells: [cell(), cell({ same: !differs })],
    settings: differs ? [{ title: 'Edge', cells: [cell({ words: 'top' }), cell({ words: 'left' })] }] : [],
  })
  const comparison = {
    sides: [side('One'), side('Two')],
    rows: [row('panels', true), row('fonts', false)],
    differing: 1,
  }
  const show = (more: { all?: boolean; settings?: boolean; opened?: string }) =>
    mount(CompareTable, {
      props: { comparison, columns: '', all: false, settings: false, opened: '', ...more },
    })

  it('shows only what differs, or everything', () => {
    expect(show({}).findAll('[data-part]')).toHaveLength(1)
    expect(show({ all: true }).findAll('[data-part]')).toHaveLength(2)
  })

  it('opens a part to its settings, and asks for it by its button', async () => {
    expect(show({}).text()).not.toContain('left')
    expect(show({ opened: 'panels' }).text()).toContain('left')
    expect(show({ settings: true }).text()).toContain('left')
    const table = show({})
    await table.get('button').trigger('click')
    expect(table.emitted('open')).toEqual([['panels']])
  })

  it('says so where nothing differs', () => {
    const same = { ...comparison, rows: [row('fonts', false)] }
    const table = mount(CompareTable, {
      props: { comparison: same, columns: '', all: false, settings: false, opened: '' },
    })
    expect(table.text()).toBe('These looks are the same in every part.')
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
