import AxeBuilder from '@axe-core/playwright'
import { type Page } from '@playwright/test'

// inaccessible is what the axe check says against a page, a line each. It runs in the page itself, which has no frames,
// and tells what is wrong alone: telling what is right of a large page takes longer than finding it.
export async function inaccessible(page: Page, only: { within?: string; without?: string; rules?: string[] } = {}): Promise<string[]> {
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'], iframes: false })
  if (only.within) axe.include(only.within)
  if (only.without) axe.exclude(only.without)
  if (only.rules) axe.withRules(only.rules)
  const { violations } = await axe.analyze()
  return violations.map((v) => `${v.id}: ${v.nodes.map((n) => `${n.target.join(' ')} ${n.html.slice(0, 160)}`).join('\n')}`)
}
