/** A photograph made small enough to keep: no longer side than it is ever shown at, and within what the server takes. */
export const LONGEST = 1000
const QUALITIES = [0.85, 0.7, 0.5]
const LARGEST = 900_000

/** How large a picture is once its longer side is no longer than *longest*. */
export function fitted(width: number, height: number, longest = LONGEST): [number, number] {
  const share = Math.min(1, longest / Math.max(width, height))
  return [Math.max(1, Math.round(width * share)), Math.max(1, Math.round(height * share))]
}

/** The picture in *file*, upright and small. Throws where it is none. */
export async function small(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file).catch(() => {
    throw new Error('This is no picture that can be read. Choose a JPEG, PNG or WebP.')
  })
  const [width, height] = fitted(picture.width, picture.height)
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = height
  canvas.getContext('2d')!.drawImage(picture, 0, 0, width, height)
  picture.close()
  for (const quality of QUALITIES) {
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', quality))
    if (blob && blob.size <= LARGEST) return blob
  }
  throw new Error('This picture is too large to keep. Take it again, smaller.')
}
