// Theirs is what somebody else wrote where one was typing, beside what one typed.
export function Theirs({ text }: { text: string }) {
  return (
    <pre
      className="mt-1 max-h-40 overflow-y-auto border border-rule p-2 font-sans whitespace-pre-wrap text-ink"
      role="group"
      aria-label="Their text"
    >
      {text}
    </pre>
  )
}
