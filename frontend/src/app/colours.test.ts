import { describe, expect, it } from 'vitest'
import { day, night, print } from './colours'

const light = (colour: string) => {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const part = parseInt(colour.slice(at, at + 2), 16) / 255
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4
  }) as [number, number, number]
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
const contrast = (a: string, b: string) => {
  const [dark, bright] = [light(a), light(b)].sort((x, y) => x - y) as [number, number]
  return (bright + 0.05) / (dark + 0.05)
}

describe.each([
  ['by day', day],
  ['by night', night],
  ['printed', print],
])('colours %s', (_, palette) => {
  it('let every text be read on every paper', () => {
    for (const paper of [palette.ground, palette.sheet]) {
      expect(contrast(palette.ink, paper)).toBeGreaterThan(12)
      for (const text of [palette['ink-soft'], palette.pine, palette.stop])
        expect(contrast(text, paper)).toBeGreaterThan(4.5)
    }
  })
  it('are one to a name', () => {
    expect(Object.keys(palette)).toEqual(Object.keys(day))
    for (const colour of Object.values(palette)) expect(colour).toMatch(/^#[0-9a-f]{6}$/)
  })
})
