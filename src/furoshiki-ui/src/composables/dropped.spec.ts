import { expect, it } from 'vitest'
import { droppedFiles } from './dropped'

const file = (fullPath: string) => ({
  isFile: true,
  fullPath,
  file: (give: (file: File) => void) => give(new File(['x'], fullPath)),
})
/** A folder whose reader gives two entries at a time, as a browser gives a hundred. */
const folder = (fullPath: string, inside: unknown[]) => ({
  isFile: false,
  fullPath,
  createReader: () => {
    const left = [...inside]
    return { readEntries: (give: (some: unknown[]) => void) => give(left.splice(0, 2)) }
  },
})

it('finds every file of what was dropped, at any depth, by its path', async () => {
  const set = folder('/Harbour', [
    file('/Harbour/index.theme'),
    folder('/Harbour/scalable', [
      file('/Harbour/scalable/a.svg'),
      file('/Harbour/scalable/b.svg'),
      file('/Harbour/scalable/c.svg'),
    ]),
    folder('/Harbour/empty', []),
  ])
  const items = [set, file('/one.tar.gz'), null].map((entry) => ({ webkitGetAsEntry: () => entry }))
  const found = await droppedFiles(items as unknown as DataTransferItem[])
  expect(found.map(({ path }) => path).sort()).toEqual([
    'Harbour/index.theme',
    'Harbour/scalable/a.svg',
    'Harbour/scalable/b.svg',
    'Harbour/scalable/c.svg',
    'one.tar.gz',
  ])
})
