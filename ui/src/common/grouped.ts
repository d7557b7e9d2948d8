// grouped sorts things by their groups, in the order in which those are met first.
export function grouped<T extends { group: string }>(list: readonly T[]): Map<string, T[]> {
  const out = new Map<string, T[]>()
  for (const one of list) {
    const there = out.get(one.group)
    if (there) there.push(one)
    else out.set(one.group, [one])
  }
  return out
}
