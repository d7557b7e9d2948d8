// Source in colours: what a text is made of, line by line. The grammars come with the page and are fetched when
// source is looked at first.

export type Piece = { text: string; kind?: string }

// longest is how many letters are coloured: more would keep the page from answering.
export const longest = 300_000

const languages: Record<string, string> = {
  go: 'go', java: 'java', cs: 'csharp', ts: 'typescript', mjs: 'javascript', py: 'python', cpp: 'cpp', hpp: 'cpp', sql: 'sql', json: 'json',
  xml: 'xml', xsd: 'xml', feature: 'gherkin', md: 'markdown',
} // prettier-ignore

export const languageOf = (path: string) => languages[path.slice(path.lastIndexOf('.') + 1)]

type Node = { type: string; value?: string; properties?: { className?: unknown }; children?: Node[] }

// linesOf breaks what a grammar has found into lines: a piece that goes over several is there in each.
export function linesOf(root: Node): Piece[][] {
  const lines: Piece[][] = [[]]
  const walk = (node: Node, kind?: string) => {
    if (node.value !== undefined) {
      node.value.split('\n').forEach((text, i) => {
        if (i > 0) lines.push([])
        if (text) lines.at(-1)?.push(kind ? { text, kind } : { text })
      })
    }
    const names = node.properties?.className
    const own = Array.isArray(names) ? names.filter((n) => typeof n === 'string').join(' ') : undefined
    node.children?.forEach((child) => walk(child, own ?? kind))
  }
  walk(root)
  return lines
}

export const plainLines = (text: string): Piece[][] => text.split('\n').map((line) => (line ? [{ text: line }] : []))

let grammars: Promise<{ highlight: (language: string, text: string) => Node }> | undefined

// coloured are the lines of a text in the language of its file.
export async function coloured(path: string, text: string): Promise<Piece[][]> {
  const language = languageOf(path)
  if (!language || text.length > longest) return plainLines(text)
  grammars ??= import('./grammars').then((m) => m.grammars())
  return linesOf((await grammars).highlight(language, text))
}
