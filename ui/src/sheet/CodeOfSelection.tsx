import { type Output, type Target } from '../core/api'
import { projectPath, useStudio } from '../core/state'
import { fileOf, selectedPart } from '../common/source/parts'
import { SourceLines } from '../common/source/SourceLines'
import { useFetched } from '../common/useFetched'
import { useRemembered } from '../common/remembered'

// languages are the targets that make a file of each class.
const languages = (targets: Target[]) => targets.filter((t) => t.group === 'Code' && t.options.some((o) => o.name === 'comments'))

// The code that is generated for what is selected, beside the sheet: its lines are marked.
export function CodeOfSelection({ selected }: { selected?: string }) {
  const revision = useStudio((s) => s.revision)
  const [language, setLanguage] = useRemembered('lexeon.code', 'go')
  const { value: targets = [] } = useFetched<Target[]>(projectPath('targets'), revision)
  // What is selected on a component diagram is a package, or a class, of its own.
  const kind = useStudio((s) => s.scene?.groups.find((g) => g.subject === selected)?.kind)
  const target = kind === 'component' ? 'components' : language
  const { value: output, error } = useFetched<Output>(projectPath(`output/${target}`), revision)
  if (error) return <p className="text-brick">{error}</p>
  const file = fileOf(output?.files ?? [], selected)
  return (
    <>
      <div className="flex items-baseline gap-3 pb-1">
        {kind !== 'component' && (
          <select
            className="field max-w-48 py-0"
            aria-label="Language of the code"
            value={language}
            onChange={(e) => setLanguage(e.target.value)}
          >
            {languages(targets).map((t) => (
              <option key={t.name} value={t.name}>
                {t.title}
              </option>
            ))}
          </select>
        )}
        <p className="font-mono text-sm">{file?.path}</p>
      </div>
      {file ? (
        <SourceLines
          key={file.path}
          path={file.path}
          content={file.content}
          wrapped={false}
          part={selectedPart(file.parts ?? [], selected === undefined ? [] : [selected])}
        />
      ) : (
        <p className="text-faint">Select a class, a relation or a component to see the code that is generated for it.</p>
      )}
    </>
  )
}
