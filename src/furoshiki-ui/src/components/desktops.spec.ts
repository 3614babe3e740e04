import { VueQueryPlugin } from '@tanstack/vue-query'
import { mount, RouterLinkStub } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import DriftList from './DriftList.vue'
import FileChange from './FileChange.vue'
import FolderReport from './FolderReport.vue'
import NowColumn from './NowColumn.vue'
import PlanDecisions from './PlanDecisions.vue'
import ScreenDrawing from './ScreenDrawing.vue'

vi.mock('@/composables/useDesktop', () => ({ useDesktop: () => ({ now: ref(undefined) }) }))

const adjust = () => Promise.resolve()
const file: Schemas['ChangedFileView'] = {
  name: 'folder.svg',
  was: '',
  change: 'Deleted',
  words: 'deleted',
  before: '206 bytes, 0644, 934edd1468',
  after: 'not there',
  beforeContent: 'a'.repeat(64),
  afterContent: null,
  isPicture: true,
}
const drifted = (kind: string): Schemas['DriftView'] => ({
  kind,
  title: kind,
  words: `${kind} changed`,
  since: null,
  settings: [{ title: 'Size', words: '28 → 32 px' }],
  files: 0,
})

describe('the list of what drifted', () => {
  const list = (chosen: string[]) =>
    mount(DriftList, {
      props: { parts: [drifted('cursor'), drifted('icons')], before: 'a', after: 'b', modelValue: chosen },
    })

  it('lets parts be chosen one by one', async () => {
    const shown = list(['cursor', 'icons'])
    await shown.get('input[value=cursor]').setValue(false)
    expect(shown.emitted('update:modelValue')).toEqual([[['icons']]])
  })

  it('tells every setting of an opened part', async () => {
    const shown = list([])
    expect(shown.text()).not.toContain('28 → 32')
    await shown.get('li:nth-child(2) .line button').trigger('click')
    expect(shown.text()).toContain('Size: 28 → 32 px')
  })
})

describe('a file that changed', () => {
  const change = (more: Partial<Schemas['ChangedFileView']> = {}) =>
    mount(FileChange, { props: { file: { ...file, ...more } }, global: { plugins: [VueQueryPlugin] } })

  it('that is gone says what it was, and never that it was edited', () => {
    const shown = change()
    expect(shown.text()).toContain('folder.svg deleted')
    expect(shown.text()).toContain('was 206 bytes, 0644, 934edd1468')
    expect(shown.text()).not.toContain('edited')
    expect(shown.findAll('img').map((image) => image.attributes('src'))).toEqual([
      `/api/content/${'a'.repeat(64)}/folder.svg`,
    ])
  })

  it('is shown as pictures side by side, or by its lines', () => {
    const both = { change: 'Edited', afterContent: 'b'.repeat(64) } as const
    expect(change(both).findAll('img')).toHaveLength(2)
    expect(change(both).find('button').exists()).toBe(false)
    expect(
      change({ ...both, isPicture: false })
        .get('button')
        .text(),
    ).toBe('Show the lines')
  })
})

describe('what a map finds in a folder', () => {
  const kind = (found: Schemas['Found'], more: Partial<Schemas['FoundView']> = {}): Schemas['FoundView'] => ({
    kind: found,
    title: found,
    found,
    words: 'words',
    settings: 2,
    places: 5,
    files: ['home/file.conf'],
    unread: [],
    missing: [],
    gaps: [],
    doubts: [],
    ...more,
  })

  it('begins with what is not right: not read, missing, cannot be held, not certain; the rest is counted', () => {
    const kinds = [
      kind('Set', { missing: ['Brass'], gaps: ['icons/pipe: a pipe'], doubts: ['Quotes and all.'] }),
      kind('NotSet'),
      kind('Unread'),
      { ...kind('Set'), kind: 'right', title: 'Right' },
    ]
    const text = mount(FolderReport, { props: { report: { platform: 'Open desktop', kinds } } }).text()
    for (const said of [
      '● 1 found Right',
      '○ 1 not set NotSet',
      '◇ not read',
      'named, not found: Brass',
      'icons/pipe: a pipe',
      'not certain: Quotes and all.',
      '2 settings',
    ])
      expect(text.replaceAll(/\s+/g, ' ')).toContain(said)
    expect(text.indexOf('named, not found')).toBeLessThan(text.indexOf('1 found'))
  })

  it('says of a kind of whole files alone that it is one', () => {
    const report = { platform: '', kinds: [kind('Set', { places: 0, settings: 0 })] }
    expect(mount(FolderReport, { props: { report } }).text()).toContain('whole files')
  })
})

describe('the drawing of screens', () => {
  it('has them in one scale, standing on one line', () => {
    const screens = [
      { id: 'main', width: 2560, height: 1440, scale: 1 },
      { id: 'upright', width: 1080, height: 1920, scale: 1 },
    ]
    const rects = mount(ScreenDrawing, { props: { screens } }).findAll('rect')
    expect(rects.map((one) => Number(one.attributes('width')))).toEqual([2560, 1080])
    const foot = rects.map((one) => Number(one.attributes('y')) + Number(one.attributes('height')))
    expect(new Set(foot).size).toBe(1)
  })
})

describe('the decisions of a plan', () => {
  const loss = (title: string, words: string, what: string): Schemas['LossView'] => ({
    kind: title,
    title,
    share: 0.5,
    words,
    reasons: [{ what, reason: 'Tansu has no place for it.' }],
    remedies: [],
  })
  const plan = (losses: Schemas['LossView'][]) =>
    ({
      target: { kind: 'Saving', id: 1, apart: [] },
      losses,
      fights: [],
      misfits: [],
      others: [],
      refused: [],
      unsaved: [],
      discards: [],
      safeGaps: [],
      notTouched: [],
      notKept: [],
      files: [],
    }) as unknown as Schemas['PlanView']

  it('say how much of each part has no match, and why', () => {
    const losses = [loss('Dock', 'all of it', 'bottom'), loss('Fonts', '2 of 9 settings', 'weight, hinting')]
    const text = mount(PlanDecisions, { props: { plan: plan(losses), ended: false, adjust } }).text()
    expect(text).toContain('Dock all of it')
    expect(text).toContain('Fonts 2 of 9 settingsweight, hinting. Tansu has no place for it.')
  })

  it('are silent where there are none', () => {
    expect(mount(PlanDecisions, { props: { plan: plan([]), ended: false, adjust } }).text()).toBe('')
  })

  it('offer to keep a part apart that a session of the same home has too, and to share it again', async () => {
    const part = { kind: 'colours', title: 'Colours', words: 'accent', apart: ['surface'] }
    const others = [{ desktop: 2, name: 'Full session', parts: [part], takenBack: [] }]
    const mounted = (shown: object) =>
      mount(PlanDecisions, {
        props: { plan: { ...plan([]), ...shown }, ended: false, adjust, canChoose: true },
        global: { stubs: { VBtn: { template: '<button><slot /></button>' } } },
      })
    const shared = mounted({ others })
    await shared.get('[aria-label="Keep Colours apart"]').trigger('click')
    expect(shared.emitted('apart')).toEqual([[['surface']]])
    const apart = mounted({ target: { kind: 'Saving', id: 1, apart: ['surface'] } })
    await apart.get('[aria-label="Share surface again"]').trigger('click')
    expect(apart.emitted('together')).toEqual([['surface']])
  })
})

describe('the column of what is on now', () => {
  const waiting = (kind: string, until: Schemas['Shows'], program: string | null, willShow = true) => ({
    kind,
    title: kind,
    set: 'what is set',
    showing: 'what shows',
    willShow,
    until,
    program,
  })
  const now = (notShowing: Schemas['NotShowingView'][], drift: Schemas['DriftView'][] = []) =>
    ({
      desktop: {
        id: 1,
        name: 'Dome console',
        platform: 'Engawa',
        version: '4.1',
        screens: [],
        folder: '/home/somebody',
        gone: null,
        isSimulated: true,
      },
      unsaved: [],
      then: 'then',
      look: '',
      showing: '',
      on: { profileId: 8, name: 'Red Lamp', savingId: 18, ordinal: '4th', nextOrdinal: '5th', look: '' },
      drift,
      changes: drift.length,
      notShowing,
      waiting: [],
      unread: [],
      unreadValues: [],
      asides: [],
      gaps: [],
      notFound: [],
      parts: [],
      wayBack: null,
      recovered: null,
    }) as Schemas['NowView']
  const column = (view: Schemas['NowView']) =>
    mount(NowColumn, {
      props: { now: view, desktops: [], chosen: '' },
      global: {
        stubs: {
          RouterLink: RouterLinkStub,
          DesktopPicture: true,
          VMenu: true,
          VBtn: {
            props: ['to', 'disabled'],
            template: '<a :data-to="JSON.stringify(to)" :data-off="disabled"><slot /></a>',
          },
        },
      },
    })

  it('tells the fewest things to be done until all shows', () => {
    const view = now([waiting('Cursor', 'AfterSignIn', null), waiting('Behaviour', 'AfterSignIn', null)])
    const text = column({
      ...view,
      waiting: [{ subject: 'One sign-in', words: 'shows both.', doing: 'Now' }],
    }).text()
    expect(text).toContain('One sign-in shows both.')
    expect(text).toContain('Do all that waits')
  })

  it.each([
    ['ByHand', 'Now', 'Do what can be done here'],
    ['IfAllowed', 'IfAllowed', 'Let Furoshiki tell the programs…'],
  ] as const)('offers what of all that waits can be done here (%s, %s)', (one, other, offer) => {
    const steps = [one, other].map((doing) => ({ subject: doing, words: 'show later.', doing }))
    const text = column({ ...now([waiting('Cursor', 'AfterSignIn', null)]), waiting: steps }).text()
    expect(text).toContain(offer)
    expect(text).not.toContain('Do all that waits')
  })

  it('tells what fell back apart from what waits', () => {
    const shown = column(now([waiting('Icons', 'AtOnce', null, false)]))
    expect(shown.find('[data-test=waiting]').exists()).toBe(false)
    expect(shown.get('[data-test=fallen]').text()).toContain(
      'what is set is set and not all there; what shows shows.',
    )
  })

  it('saves or puts back all that drifted, or what is chosen of it', async () => {
    const shown = column(now([], [drifted('cursor'), drifted('icons')]))
    const put = () => shown.findAll('a').find((one) => one.text().startsWith('Put back'))
    expect(put()?.text()).toBe('Put back…')
    expect(JSON.parse(put()?.attributes('data-to') ?? '')).toEqual({ name: 'switch', query: { back: 'all' } })
    await shown.get('input[value=cursor]').setValue(false)
    expect(put()?.text()).toBe('Put back 1…')
    expect(JSON.parse(put()?.attributes('data-to') ?? '')).toEqual({
      name: 'switch',
      query: { back: 'icons' },
    })
    await shown.get('input[value=icons]').setValue(false)
    expect(put()?.attributes('data-off')).toBe('true')
  })
})
