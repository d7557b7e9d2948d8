// A very long file is drawn in part: the browser would be busy for seconds with hundreds of thousands of lines.

export const block = 60 // lines that are drawn together: those out of sight are not laid out
export const most = 200 // blocks at once

export type Drawn = { from: number; to: number } // blocks, the last one not among them

// drawnFirst are the blocks around a line, or the first ones.
export function drawnFirst(blocks: number, line: number | undefined): Drawn {
  const at = line === undefined ? 0 : Math.floor((line - 1) / block)
  const from = Math.max(0, Math.min(at - most / 2, blocks - most))
  return { from, to: Math.min(blocks, from + most) }
}

// within are the same blocks of a text that has become longer or shorter.
export function within(drawn: Drawn, blocks: number): Drawn {
  const from = drawn.from < blocks ? drawn.from : 0
  return { from, to: Math.min(blocks, Math.max(drawn.to, from + most)) }
}

// holds reports whether a line is among the blocks.
export const holds = (drawn: Drawn, line: number) => line > drawn.from * block && line <= drawn.to * block

export const earlier = (drawn: Drawn): Drawn => ({ ...drawn, from: Math.max(0, drawn.from - most) })
export const later = (drawn: Drawn, blocks: number): Drawn => ({ ...drawn, to: Math.min(blocks, drawn.to + most) })
