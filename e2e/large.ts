// large makes a model file of so many classes, and half as many associations again, on
// one diagram; stored ones become tables.
export function large(n: number, stored = false): string {
  const rows = { terms: [] as unknown[], elements: [] as unknown[], relationships: [] as unknown[], placements: [] as unknown[] }
  for (let i = 0; i < n; i++) {
    const id = `c${String(i).padStart(3, '0')}`
    rows.terms.push({ id: `t${id}`, name: `Sounding ${i}` })
    rows.elements.push({
      id,
      kind: 'class',
      name: `Sounding ${i}`,
      term: `t${id}`,
      ...(stored && { stored }),
      parts: ['depth: Decimal', 'taken: Date', 'by: String'].map((f, k) => ({
        id: `${id}a${k}`,
        kind: 'attribute',
        order: String(k + 1),
        name: f.split(': ')[0],
        typeName: f.split(': ')[1],
      })),
    })
    rows.placements.push({ id: `p${id}`, subject: id, x: (i % 20) * 260, y: Math.floor(i / 20) * 220 })
  }
  for (let i = 0; i < n * 1.5; i++) {
    const from = (i * 2) % n
    const to = i % 3 ? Math.min(n - 1, from + (i % 2 ? 1 : 20)) : (from * 7 + 13) % n
    const id = `r${String(i).padStart(3, '0')}`
    rows.relationships.push({
      id,
      kind: 'association',
      name: `leads ${i}`,
      ends: [from, to === from ? (to + 1) % n : to].map((c, k) => ({
        id: `${id}e${k}`,
        kind: 'end',
        order: String(k + 1),
        type: `c${String(c).padStart(3, '0')}`,
        multiplicity: k ? '0..*' : '1',
      })),
    })
    rows.placements.push({ id: `p${id}`, subject: id })
  }
  const { terms, elements, relationships, placements } = rows
  return JSON.stringify({
    format: 'lexeon',
    version: 1,
    project: { name: 'Glacier survey' },
    terms,
    elements,
    relationships,
    diagrams: [{ id: 'all', kind: 'classDiagram', name: 'All soundings', placements }],
  })
}
