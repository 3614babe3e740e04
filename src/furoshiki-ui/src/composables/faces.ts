import type { Schemas } from '@/api/client'

const loaded = new Set<string>()

/** Loads the font files that a picture is set in, each once. One that cannot be read leaves its stand-in. */
export function loadFaces(faces: Schemas['PictureFace'][]) {
  for (const { family, address } of faces) {
    if (loaded.has(family)) continue
    loaded.add(family)
    const face = new FontFace(family, `url("${address}")`)
    document.fonts.add(face)
    face.load().catch(() => document.fonts.delete(face))
  }
}
