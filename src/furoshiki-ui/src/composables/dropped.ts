/** A file with its path as it stood in what was dropped. */
export interface DroppedFile {
  path: string
  file: File
}

/** All files of what was dropped, those in folders too, at any depth. */
export async function droppedFiles(items: DataTransferItem[]): Promise<DroppedFile[]> {
  // What was dropped can be asked for only at once, before anything is waited for.
  const entries = items.map((item) => item.webkitGetAsEntry()).filter((entry) => entry !== null)
  return (await Promise.all(entries.map(filesIn))).flat()
}

async function filesIn(entry: FileSystemEntry): Promise<DroppedFile[]> {
  if (entry.isFile) {
    const file = await new Promise<File>((resolve, reject) => {
      ;(entry as FileSystemFileEntry).file(resolve, reject)
    })
    return [{ path: entry.fullPath.replace(/^\//, ''), file }]
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader()
  const found: FileSystemEntry[] = []
  // A reader gives some at a time, and none at the end.
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) => {
      reader.readEntries(resolve, reject)
    })
    if (some.length === 0) break
    found.push(...some)
  }
  return (await Promise.all(found.map(filesIn))).flat()
}
