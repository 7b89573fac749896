import type { Edit } from '../../api/client'

type Pairs = readonly (readonly [string, string])[]

/** What the core offers as fields with their texts, or with their choices, as edits of the plan. */
export const typedEdits = (pairs: Pairs): Edit[] =>
  pairs.map(([path, text]) => ({ kind: 'typed', path, text }) as Edit)
export const pickedEdits = (pairs: Pairs): Edit[] =>
  pairs.map(([path, value]) => ({ kind: 'picked', path, value }) as Edit)
