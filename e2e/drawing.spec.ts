import { expect, test } from './studio'

type Box = { what: string; x: number; y: number; w: number; h: number }

// measure lists every primitive with its place relative to the diagram's frame,
// at 100 %. Marks of findings are the page's own.
const measure = (root: Element): Box[] => {
  const frame = root.querySelector('rect.frame')
  if (!frame) return []
  const origin = frame.getBoundingClientRect()
  const scale = origin.width / Number(frame.getAttribute('width'))
  const drawn = Array.from(root.querySelectorAll('rect.shape, path.line, path.dashed, path.hollow, path.solid, text'))
  return drawn
    .filter((el) => !el.closest('.finding-marks'))
    .map((el) => {
      const r = el.getBoundingClientRect()
      const what = `${el.tagName} ${el.classList[0]} ${el.textContent}`
      return { what, x: (r.x - origin.x) / scale, y: (r.y - origin.y) / scale, w: r.width / scale, h: r.height / scale }
    })
}

test('the page shows what the exported picture shows, within a pixel', async ({ studio, page }) => {
  const id = await studio.copyOfDemo()
  await page.evaluate(() => document.fonts.ready)
  const shown = await page.locator('#drawing').evaluate(measure)
  await page.goto(`${studio.address}/api/projects/${id}`) // anywhere of the same origin
  const svg = await (await page.request.get(`${studio.address}/api/projects/${id}/diagrams/lots/svg`)).text()
  const alone = await page.context().newPage()
  await alone.setContent(`<!doctype html><body style="margin:0">${svg}</body>`)
  await alone.evaluate(() => document.fonts.ready)
  const exported = await alone.locator('svg').evaluate(measure)
  expect(exported.length).toBeGreaterThan(60)
  expect(shown.map((b) => b.what)).toEqual(exported.map((b) => b.what))
  let worst = 0
  shown.forEach((a, i) => {
    const b = exported[i]
    if (!b) throw new Error('lists differ')
    for (const d of [a.x - b.x, a.y - b.y, a.w - b.w, a.h - b.h]) {
      worst = Math.max(worst, Math.abs(d))
      expect(Math.abs(d), a.what).toBeLessThan(1)
    }
  })
  console.log(`${shown.length} primitives compared, the worst differs by ${worst.toFixed(3)} px`)
})

test('text fits its box as the browser measures it', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await studio.shape('class Hive').click()
  const name = studio.entry.getByLabel('Name', { exact: true })
  await name.fill(
    'ÄßWwMm@iIl1|.,;:!? 日本 Ünïcödé AV To Ty — a name that goes on and on until it has to be broken into several lines, even withoutanyspaceswhatsoeverinbetween',
  )
  await name.press('Enter')
  await studio.saved()
  await page.evaluate(() => document.fonts.ready)
  const worst = await page.locator('#drawing').evaluate((root) => {
    let over = 0
    let off = 0
    let n = 0
    for (const g of Array.from(root.querySelectorAll('[data-box]'))) {
      const box = g.querySelector('rect')?.getBoundingClientRect()
      for (const text of Array.from(g.querySelectorAll('text'))) {
        // Without textLength: the browser's own width.
        const length = text.getAttribute('textLength')
        const measured = length ? Number(length) : (text as SVGTextElement).getComputedTextLength()
        text.removeAttribute('textLength')
        if (/^[ -~«»]*$/.test(text.textContent ?? ''))
          off = Math.max(off, Math.abs(measured - (text as SVGTextElement).getComputedTextLength()))
        const r = text.getBoundingClientRect()
        n++
        if (box) over = Math.max(over, r.right - box.right, box.left - r.left, r.bottom - box.bottom - 1)
      }
    }
    return { over, off, n }
  })
  expect(worst.n).toBeGreaterThan(30)
  expect(worst.over).toBeLessThanOrEqual(0)
  console.log(`${worst.n} runs of text measured; server and browser differ by ${worst.off.toFixed(3)} px at most`)
  expect(worst.off).toBeLessThan(0.3)
})
