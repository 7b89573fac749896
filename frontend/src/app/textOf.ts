/** The text in a chosen file, or why there is none: a browser reads any bytes as text and says nothing. */

export class NotText extends Error {}

export async function textOf(file: Blob & { readonly name: string }): Promise<string> {
  const bytes = await file.arrayBuffer()
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch (cause) {
    const why = `${file.name} is not text in UTF-8. If an older program wrote it, save it there as UTF-8.`
    throw new NotText(why, { cause })
  }
}
