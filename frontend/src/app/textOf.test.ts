import { describe, expect, it } from 'vitest'
import { NotText, textOf } from './textOf'

const file = (...bytes: number[]) => new File([new Uint8Array(bytes)], 'list.csv')

describe('textOf', () => {
  it('reads UTF-8, with or without its mark', async () => {
    expect(await textOf(file(0x6d, 0xc3, 0xbc))).toBe('mü')
    expect(await textOf(file(0xef, 0xbb, 0xbf, 0x61))).toBe('a')
  })

  it('tells Latin-1 instead of reading it as other letters', async () => {
    await expect(textOf(file(0x6d, 0xfc))).rejects.toThrow(NotText)
    await expect(textOf(file(0x6d, 0xfc))).rejects.toThrow(/list\.csv is not text in UTF-8/)
  })
})
