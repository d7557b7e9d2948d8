// What is said about a project. Every answer is a view that the core made; the page
// shows it and sends changes back.

export { post, request, requestRaw } from './core/ask'
export { Problem, Unreachable } from './core/problem'

export type Id = string
export type Point = { x: number; y: number }
export type Rect = { x: number; y: number; w: number; h: number }

export type TextRun = { x: number; y: number; width: number; text: string; face: string; size: number; underline?: boolean }
export type Primitive = {
  role: string; tint?: string; rect?: Rect; path?: { points: Point[]; closed?: boolean; round?: number }; text?: TextRun; image?: Rect & { picture: Id }
}
export type Slot = { row: Id; field: string; title: string; rect: Rect; value: string; face: string; size: number; label?: string; anchor?: Point }
export type Group = {
  id: Id; subject?: Id; kind?: string; title: string; hash: string; box?: Rect; route?: Point[]; between?: Id[]
  line?: string; bends?: number[]; larger?: boolean; detail?: string; free?: Point; holds?: Id[]; at?: Id
  shapes: Primitive[]; slots?: Slot[]
}
export type ScenePatch = { diagram: Id; bounds: Rect; order: Id[]; groups: Group[]; detail: string; inherited: boolean }

export type Segment = { text: string; end?: Id; value?: string }
export type Sentence = Segment[]
export type Choice = { value: string; words: string }
export type EndView = { id: Id; element: string; role: string; multiplicity: string; question: string; ask: string; choices: Choice[]; visibility: string; navigable: string; inClass: boolean; ordered: boolean; nonUnique: boolean; readOnly: boolean; derived: boolean; subsets: string[]; redefines: string[]; qualifiers: string[] }
export type Relation = { id: Id; kind: string; kindTitle: string; name: string; statement?: string; sentences: Sentence[]; ends?: EndView[]; elements: Id[] }

export type Severity = 'error' | 'warning' | 'advice' | 'question'
export type Counts = Record<Severity, number>
export type Change = { type: string } & Record<string, unknown>
export type Mend = { title: string; changes: Change[] }
export type Finding = {
  id: string; rule: string; severity: Severity; subject: Id; message: string; title: string; why: string
  element?: Id; diagram?: Id; stage?: string; mends: Mend[]
}

export type DiagramInfo = { id: Id; kind: string; name: string; elements: number; title?: string; about?: Id; view?: string; number?: string; parent?: Id }
export type KindInfo = { kind: string; title: string; letter: string; note?: boolean; features?: boolean; on: string[] }
export type StereotypeColour = { stereotype: string; colour: string }
export type Overview = {
  id: Id; name: string; revision: number; diagrams: DiagramInfo[]; kinds: KindInfo[]; classifiers: number
  colours: StereotypeColour[]; palette: string[]; stereotypes: string[]
  settings: { flowNotation: string; contextZero: boolean; contextStores: boolean; mostProcesses: number; performers: Performer[] }
  coverage: Coverage; table: { rows: number; flows: number; uncovered: number }; items: number; cases: { cases: number; described: number }
}
export type Performer = { name: string; inside?: boolean; reason?: string }
export type ProjectInfo = { id: Id; name: string; revision: number; changedAt: string; classifiers: number; diagrams: number }
export type Face = { id: Id; kind: string; name: string; diagrams: Id[] }
export type Term = { id: Id; name: string; definition: string; aliases?: string[]; faces: Face[]; sources: number }
export type PortInfo = { id: Id; name: string; side: string }
export type ComponentInfo = { external: boolean; subsystem: boolean; ports: PortInfo[]; inside?: Id; components: Row[]; of?: Id; many?: string; breaks: string[]; stands: Row[] }
export type Entry = {
  id: Id; kind: string; kindTitle: string; name: string; definition: string; stereotypes: string[]; abstract: boolean
  accessors: boolean; final: boolean; stored: boolean; classifier: boolean; features: string; object?: string; note: string; picture: Id; term?: Term; process?: Process; component?: ComponentInfo; port?: PortInfo; held: { id: Id; element: Id; name: string }[]; contents?: Item; subjects?: CaseSubject[]; packages?: Row[]; package?: Id; part?: string
  extend?: { condition: string; points: { id: Id; name: string; step: Id }[]; at: Id[] }; traces: Numbered[]; rows: Row[]; appears: DiagramInfo[]; relations: Relation[]
  revision: number
}
export type Reading = {
  statement: string; title?: string; sentences: Sentence[]; new: { name: string; kind: string }[]; changes: Change[]; row: Id
}
export type Jump = { id: Id; title: string; diagram?: Id; isDiagram?: boolean; stage?: string }
export type StatementReply = { readings: Reading[]; jumps: Jump[]; problem?: string }
export type FeaturesReply = { changes: Change[]; problems: { line: string; problem: string }[]; revision: number }
export type OutputFile = { path: string; content: string; subject?: Id }
export type Output = { files: OutputFile[]; notes: { subject?: Id; message: string }[] }
export type ChangesReply = { changes: Change[]; elements: Id[]; left: number }
export type Presence = { window: Id; author: Id; name: string; diagram: Id; subject: Id }
export type Author = { id: string; name: string }

// Brief, activity table, data flow, dictionary, lexicon.
export type Row = { id: Id; title: string }
export type Numbered = { id: Id; number: number; text: string }
export type Coverage = { sentences: number; covered: number }
export type Mark = { text: string; candidate?: string; tell?: string }
export type BriefSentence = {
  id: Id; number: number; break: string; irrelevant: boolean; text: string; traces: { id: Id; row: Id; title: string; diagram?: Id }[]
}
export type BriefSection = { id: Id; title: string; text: string; sentences: BriefSentence[]; coverage: Coverage }
export type Candidate = {
  key: string; word: 'noun' | 'verb'; name: string; subject?: string; count: number; sentences: Id[]; kinds: { kind: string; title: string; name: string; there: boolean }[]
  owners: Row[]; existing: Row[]; rejected: boolean; traced: boolean
}
export type ProposedRow = { sentence: Id; number: number; performer: string; name: string; there: boolean; changes: Change[] }
export type Brief = { revision: number; sections: BriefSection[]; coverage: Coverage; unsourced: Row[] }
export type ReadSentence = { id: Id; text: string; marks: Mark[]; proposals: { text: string; changes: Change[] }[] }
export type BriefReading = { revision: number; sentences: ReadSentence[]; candidates: Candidate[]; rows: ProposedRow[] }
export type BriefEdit = { revision: number; author: string; at: string; edits: { before?: string; after?: string }[] }
export type CaseItem = { id: Id; name: string; goal: string; steps: number; primary: string[] }
export type UseCases = {
  revision: number; cases: CaseItem[]; starters: { key: string; title: string; about: string }[]
}
export type CaseStep = {
  id: Id; number: string; text: string; marks: { text: string; term?: Id }[]; doer: string; actor: Id; rest: string; includes: Id; before: Id; after: Id; last: boolean
}
export type CaseSubject = { id: Id; name: string; line: Id }
export type UseCase = {
  id: Id; name: string; definition: string; text: string; steps: CaseStep[]
  data: {
    abstract?: boolean; goal?: string; scope?: string; level?: string; trigger?: string; before?: string; minimal?: string; success?: string; frequency?: string
    stakeholders?: { name: string; interest?: string }[]; rules?: string[]; questions?: string[]
  }
  alternatives: { id: Id; label: string; condition: string; steps: CaseStep[]; rejoin: string; ends: string }[]
  parts: { id: Id; actor: Id; name: string; part: string }[]; relations: Relation[]; points: { id: Id; name: string; step: Id }[]; subjects: CaseSubject[]
  diagrams: DiagramInfo[]; traces: { id: Id; number: number; text: string }[]; rows: Row[]
}
export type ProposedCase = { key: string; name: string; actor: string; why: string }
export type Activity = {
  id: Id; performer: string; name: string; inputs: string; outputs: string; processing: string; timed: boolean; sentences: number[]
  questions: string[]; shown: { id: Id; title: string; diagram?: Id; where: string }[]; side: string
}
export type Fact = { data: string; from: string; to: string; verdict: string; why: string; covered: boolean; rows: Id[] }
export type Party = { name: string; side: string; why: string; forced: boolean; rows: number }
export type Table = { revision: number; rows: Activity[]; parties: Party[]; facts: Fact[]; flows: number; uncovered: number; performers: string[] }
export type Piece = { id: Id; title: string; why: string; state: 'same' | 'new' | 'removed' | 'gone' | 'renamed' | 'kept'; wanted: boolean; rows: Id[] }
export type Derivation = { view: string; diagram: Id; isNew: boolean; pieces: Piece[]; proposals: string[]; outOfScope: string[]; errors: string[]; changes: Change[] }
export type Decision = { conditions?: { text: string; values: string[] }[]; actions?: string[]; rules?: { when: string[]; do: number[] }[] }
export type Process = {
  number: string; view: string; parent?: Row; levels: { diagram: Id; view: string; processes: number }[]; siblings: Row[]; up?: Row
  specification: string; decision: Decision | null; problems: string[]; flows: { id: Id; name: string; in: boolean; with: string }[]
}
export type Owed = { flow: Id; name: string; in: boolean; with: string }
export type Item = {
  id: Id; name: string; definition: string; contents: string; parts: { text: string; item?: Id; name?: boolean }[]; problem?: string; source: string; from: string[]
  type: string; unit: string; range: string; values: string; goods: boolean; archive: boolean; outside: boolean; flows: string[]; in: Row[]; sentences: number[]
}
export type Dictionary = { revision: number; items: Item[]; stores: Item[]; missing: string[] }
export type Way = { item: string; items: string[]; steps: { flow: Id; name: string; from: string; to: string; level: string; diagram?: Id; step: number; reached: boolean }[]; stores: Row[]; attributes: { id: Id; title: string; class: Id }[]; breaks: string[] }
export type EventRow = { id: Id; name: string; timed: boolean; by: string; stimulus: string; response: string[]; process: Id; answered: string; problems: string[] }
export type EventList = { revision: number; events: EventRow[]; missing: { name: string; changes: Change[] }[]; processes: Row[] }
export type Use = { row: Id; what: string; title: string; before: string; after: string }
export type TermUses = { term: Term; plural: string; rejected: string[]; uses: Use[]; sentences: Numbered[] }

const base32 = 'abcdefghijklmnopqrstuvwxyz234567'

// newId makes an id for a row or a change: 80 random bits.
export function newId(): Id {
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) => base32[b & 31]).join('')
}
