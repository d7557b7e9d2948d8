import { type UseCase } from '../../core/api'

// What actors and system say to each other, in two columns.
export function Exchanges({ useCase }: { useCase: UseCase }) {
  const rows = [
    ...useCase.steps.map((step) => ({ step, head: '' })),
    ...useCase.alternatives.flatMap((a) => [
      { step: undefined, head: `${a.label} ${a.condition}` },
      ...a.steps.map((step) => ({ step, head: '' })),
    ]),
  ]
  return (
    <table className="w-full table-fixed border-collapse text-sm" aria-label="What actor and system do">
      <thead>
        <tr>
          <th scope="col" className="heading w-14 border-b border-rule px-2 py-1 text-left">
            Step
          </th>
          <th scope="col" className="heading border-b border-rule px-2 py-1 text-left">
            Actor
          </th>
          <th scope="col" className="heading border-b border-rule px-2 py-1 text-left">
            System
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ step, head }, i) =>
          step ? (
            <tr key={step.id}>
              <th scope="row" className="border-b border-rule px-2 py-1 text-left align-top font-normal text-faint">
                {step.number}
              </th>
              <td className="border-b border-rule px-2 py-1 align-top">
                {step.doer !== 'system'
                  && (step.doer ? (
                    <>
                      <strong className="font-semibold">{step.doer}</strong> {step.rest}
                    </>
                  ) : (
                    !step.includes && step.text
                  ))}
              </td>
              <td className="border-b border-rule px-2 py-1 align-top">
                {step.doer === 'system' ? step.rest : step.includes ? step.text : ''}
              </td>
            </tr>
          ) : (
            <tr key={i}>
              <th scope="rowgroup" colSpan={3} className="border-b border-rule px-2 pt-3 pb-1 text-left font-semibold">
                {head}
              </th>
            </tr>
          ),
        )}
      </tbody>
    </table>
  )
}
