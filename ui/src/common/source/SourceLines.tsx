import { clsx } from 'clsx'
import { memo, useEffect, useMemo, useRef, useState } from 'react'

import { coloured, type Piece, plainLines } from './colours'
import { block, drawnFirst, earlier, holds, later, within } from './drawn'
import { type Part } from './parts'

// The lines of a text with their numbers, in colours, those of a part marked and brought into view.
export function SourceLines(props: { path: string; content: string; wrapped: boolean; part?: Part; onLine?: (line: number) => void }) {
  const { path, content, wrapped, part, onLine } = props
  const plain = useMemo(() => plainLines(content), [content])
  const [found, setFound] = useState<{ of: string; lines: Piece[][] }>()
  const lines = found?.of === content ? found.lines : plain
  const text = useRef<HTMLPreElement>(null)
  const first = part?.lines[0]?.first

  useEffect(() => {
    let wanted = true
    void coloured(path, content).then((l) => wanted && l.length === plainLines(content).length && setFound({ of: content, lines: l }))
    return () => {
      wanted = false
    }
  }, [path, content])
  const count = Math.ceil(lines.length / block)
  const [asked, ask] = useState(() => drawnFirst(count, first))
  const [soughtLast, seek] = useState(first)
  if (soughtLast !== first) {
    seek(first)
    if (first !== undefined && !holds(asked, first)) ask(drawnFirst(count, first))
  }
  const drawn = within(asked, count)
  useEffect(() => {
    if (first !== undefined) text.current?.querySelector(`[data-line="${first}"]`)?.scrollIntoView({ block: 'center' })
  }, [first, path])

  const marked = useMemo(() => {
    const out = new Set<number>()
    part?.lines.forEach((r) => {
      for (let line = r.first; line <= r.last; line++) out.add(line)
    })
    return out
  }, [part])
  const blocks: Piece[][][] = []
  for (let i = drawn.from; i < drawn.to; i++) blocks.push(lines.slice(i * block, (i + 1) * block))
  return (
    <pre
      ref={text}
      className={clsx('source min-h-0 flex-1 overflow-auto py-4 font-mono text-sm', wrapped && 'whitespace-pre-wrap')}
      tabIndex={0}
      aria-label={path}
      onClick={(e) => {
        const line = e.target instanceof Element && e.target.closest('[data-line]')
        if (line && document.getSelection()?.isCollapsed !== false) onLine?.(Number(line.getAttribute('data-line')))
      }}
    >
      {drawn.from > 0 && (
        <button className="mx-4 text-verdigris underline" onClick={() => ask(earlier(drawn))}>
          Lines before {drawn.from * block + 1}
        </button>
      )}
      {blocks.map((b, k) => {
        const i = drawn.from + k
        return <Block key={i} lines={b} from={i * block + 1} last={i === count - 1} marked={markedIn(marked, i * block + 1)} />
      })}
      {drawn.to < count && (
        <button className="mx-4 text-verdigris underline" onClick={() => ask(later(drawn, count))}>
          Lines after {drawn.to * block}
        </button>
      )}
    </pre>
  )
}

// markedIn says which lines of a block are marked, as a text that is the same where they are.
const markedIn = (marked: Set<number>, from: number) => Array.from({ length: block }, (_, i) => (marked.has(from + i) ? '1' : '0')).join('')

const Block = memo(function Block({ lines, from, last, marked }: { lines: Piece[][]; from: number; last: boolean; marked: string }) {
  return (
    <div className="source-block" style={{ containIntrinsicSize: `auto ${lines.length * 20}px` }}>
      {lines.map((pieces, i) => (
        <div key={i} data-line={from + i} data-number={from + i} className={clsx('source-line', marked[i] === '1' && 'bg-tint')}>
          {pieces.map((p, k) =>
            p.kind ? (
              <span key={k} className={p.kind}>
                {p.text}
              </span>
            ) : (
              p.text
            ),
          )}
          {!(last && i === lines.length - 1) && '\n'}
        </div>
      ))}
    </div>
  )
})
