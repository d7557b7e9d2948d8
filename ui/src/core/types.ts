// What is said about a project. Every answer is a view that the core made; the page
// shows it and sends changes back. The types are those of the interface's description,
// which is made of the core's own: a page that misreads one does not compile.
import { type components } from './generated/schema'

type Schemas = components['schemas']

// Present: the description lets a list be null; what answers gives an empty one.
type Present<T> = [NonNullable<T>] extends [(infer U)[]] ? Present<U>[] : T extends object ? { [K in keyof T]: Present<T[K]> } : T

export type Id = string
export type Change = Present<Schemas['Change']>
export type ChangeOf<T extends Change['type']> = Extract<Change, { type: T }>
export type Point = Present<Schemas['Point']>
export type Rect = Present<Schemas['Rect']>
export type TextRun = Present<Schemas['Text']>
export type Primitive = Present<Schemas['Primitive']>
export type Slot = Present<Schemas['Slot']>
export type Group = Present<Schemas['Group']>
export type Segment = Present<Schemas['Segment']>
export type Choice = Present<Schemas['Choice']>
export type Relation = Present<Schemas['Relation']>
export type Mend = Present<Schemas['WayOut']>
export type DiagramInfo = Present<Schemas['Diagram']>
export type KindInfo = Present<Schemas['Kind']>
export type StereotypeColour = Present<Schemas['StereotypeColour']>
export type Performer = Present<Schemas['PerformerSide']>
export type ProjectInfo = Present<Schemas['Project']>
export type Face = Present<Schemas['Face']>
export type Term = Present<Schemas['Term']>
export type ComponentInfo = Present<Schemas['Component']>
export type Entry = Present<Schemas['ViewEntry']>
export type DeletedProject = Present<Schemas['DeletedProject']>
export type StepMoveReply = Present<Schemas['StepMoveReply']>
export type Shared = Present<Schemas['Shared']>
export type SeveralRequest = Present<Schemas['SeveralRequest']>
export type DiagramEntry = Present<Schemas['DiagramEntry']>
export type EntryPart = Present<Schemas['EntryPart']>
export type EntryField = Present<Schemas['Field']>
export type Reading = Present<Schemas['Reading']>
export type Jump = Present<Schemas['Jump']>
export type Loose = Present<Schemas['Loose']>
export type NearName = Present<Schemas['NearName']>
export type MadeAs = Present<Schemas['MadeAs']>
export type NewElement = Present<Schemas['NewElement']>
export type StatementReply = Present<Schemas['StatementReply']>
export type FeaturesReply = Present<Schemas['FeaturesReply']>
export type OutputFile = Present<Schemas['OutputFile']>
export type TriedReply = Present<Schemas['TriedReply']>
export type InTables = Present<Schemas['InTables']>
export type HeldLine = Present<Schemas['HeldLine']>
export type DerivedTables = Present<Schemas['Tables']>
export type DerivedTable = Present<Schemas['Table']>
export type Target = Present<Schemas['TargetView']>
export type TargetOption = Present<Schemas['OptionView']>
export type Output = Present<Schemas['Output']>
export type ChangesReply = Present<Schemas['ChangesReply']>
export type Row = Present<Schemas['Row']>
export type Numbered = Present<Schemas['Numbered']>
export type Coverage = Present<Schemas['Coverage']>
export type Mark = Present<Schemas['MarkView']>
export type BriefSentence = Present<Schemas['Sentence']>
export type BriefSection = Present<Schemas['Section']>
export type Candidate = Present<Schemas['CandidateView']>
export type ProposedRow = Present<Schemas['ProposedRow']>
export type SelectionReply = Present<Schemas['SelectionReply']>
export type Brief = Present<Schemas['Brief']>
export type ReadSentence = Present<Schemas['ReadSentence']>
export type BriefReading = Present<Schemas['ReadingView']>
export type BriefEdit = Present<Schemas['BriefChangeView']>
export type CaseItem = Present<Schemas['CaseItem']>
export type UseCases = Present<Schemas['UseCases']>
export type CaseStep = Present<Schemas['Step']>
export type CaseSubject = Present<Schemas['CaseSubject']>
export type UseCase = Present<Schemas['UseCase']>
export type ProposedCase = Present<Schemas['ProposedCase']>
export type Activity = Present<Schemas['Activity']>
export type Fact = Present<Schemas['Fact']>
export type Party = Present<Schemas['Party']>
export type Table = Present<Schemas['Activities']>
export type Decision = Present<Schemas['DecisionTable']>
export type Process = Present<Schemas['Process']>
export type Owed = Present<Schemas['Owed']>
export type Item = Present<Schemas['Item']>
export type Dictionary = Present<Schemas['Dictionary']>
export type LineageView = Present<Schemas['Lineage']>
export type EventRow = Present<Schemas['Event']>
export type EventList = Present<Schemas['Events']>
export type Use = Present<Schemas['Use']>
export type TermUses = Present<Schemas['TermUses']>
export type Sentence = Segment[]
export type Overview = Omit<Present<Schemas['OverviewView']>, 'undo' | 'redo'> // those belong to the server
export type Severity = 'error' | 'warning' | 'advice' | 'question'
export type Counts = Record<Severity, number>
export type Finding = Present<Schemas['FindingView']> & { severity: Severity }
export type Piece = Present<Schemas['Piece']> & { state: 'same' | 'new' | 'removed' | 'gone' | 'renamed' | 'kept' }
export type Derivation = Omit<Present<Schemas['Derivation']>, 'pieces'> & { pieces: Piece[] }

// ScenePatch is what looks different of a drawing: all groups in drawing order, and
// those that the receiver lacks.
export type ScenePatch = Omit<Present<Schemas['Scene']>, 'groups'> & { order: Id[]; groups: Group[] }

// Presence is told in events, which the description does not go into.
export type Presence = { mark: string; name: string; diagram: Id; subject: Id }
