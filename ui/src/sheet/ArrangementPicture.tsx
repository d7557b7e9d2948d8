// What an arrangement does, as a picture of three shapes: faster to find than its words.
const pictures: Record<string, string> = {
  layers: 'M6 1h4v3H6z M1 11h4v3H1z M11 11h4v3h-4z M8 4v4 M3 11V8h10v3',
  gently: 'M2 3h5v4H2z M9 9h5v4H9z M7 5h2.5v4',
  columns: 'M1 1h3v5H1z M6.5 1h3v5h-3z M12 1h3v5h-3z M1 9h3v5H1z M6.5 9h3v5h-3z',
  tidy: 'M1 3h5v10h9 M1 8h2',
  left: 'M1.5 1v14 M3.5 2h9v3h-9z M3.5 7h5v3h-5z M3.5 12h7v2h-7z',
  center: 'M8 1v14 M3.5 2h9v3h-9z M5.5 7h5v3h-5z M4.5 12h7v2h-7z',
  right: 'M14.5 1v14 M3.5 2h9v3h-9z M7.5 7h5v3h-5z M5.5 12h7v2h-7z',
  top: 'M1 1.5h14 M2 3.5v9h3v-9z M7 3.5v5h3v-5z M12 3.5v7h2v-7z',
  middle: 'M1 8h14 M2 3.5v9h3v-9z M7 5.5v5h3v-5z M12 4.5v7h2v-7z',
  bottom: 'M1 14.5h14 M2 3.5v9h3v-9z M7 7.5v5h3v-5z M12 5.5v7h2v-7z',
  across: 'M1 5h3v6H1z M6.5 5h3v6h-3z M12 5h3v6h-3z',
  down: 'M5 1h6v3H5z M5 6.5h6v3H5z M5 12h6v3H5z',
  sameWidth: 'M2 2h12v3H2z M2 8h12v6H2z',
  sameHeight: 'M2 3v10h3V3z M8 3v10h6V3z',
  sameSize: 'M1 4h6v8H1z M9 4h6v8H9z',
  fit: 'M3 4h10v8H3z M5 7h6 M5 9h4',
}

export function ArrangementPicture({ how }: { how: string }) {
  return (
    <svg viewBox="0 0 16 16" className="size-4 shrink-0 fill-none stroke-current" strokeWidth={1} aria-hidden="true">
      <path d={pictures[how] ?? ''} />
    </svg>
  )
}
