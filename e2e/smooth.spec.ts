import { large } from './large'
import { boxOf, expect, test } from './studio'

for (const what of ['classes', 'tables'] as const)
  test(`300 ${what} and 450 lines scroll and drag smoothly`, async ({ studio, page }) => {
    const title = (i: number) => (what === 'classes' ? `class Sounding ${i}` : `table sounding_${i}`)
    const id = `large${Math.random().toString(36).slice(2, 10)}`
    const answer = await page.request.post(`${studio.address}/api/import?id=${id}`, {
      data: large(300, what === 'tables'),
      headers: { 'Content-Type': 'application/json' },
    })
    expect(answer.status(), await answer.text()).toBe(201)
    await page.goto(`${studio.address}/p/${id}`)
    await expect(studio.shape('class Sounding 0')).toBeVisible()
    if (what === 'tables') {
      await studio.saved()
      const began = Date.now()
      await studio.path.getByRole('button', { name: /^Tables/ }).click()
      await expect(studio.shape(title(0))).toBeVisible()
      console.log(`tables are there after ${Date.now() - began} ms`)
    }
    await expect(page.locator('#drawing [data-box]')).toHaveCount(300)
    await expect(page.locator('#drawing .hit')).toHaveCount(450)

    // frames counts what the browser shows while something goes on.
    const frames = async (what: () => Promise<void>) => {
      await page.evaluate(() => {
        const times: number[] = []
        ;(window as unknown as { frames: number[] }).frames = times
        const tick = (t: number) => {
          times.push(t)
          if (times.length < 100_000 && (window as unknown as { frames: number[] }).frames === times) requestAnimationFrame(tick)
        }
        requestAnimationFrame(tick)
      })
      await what()
      const times = await page.evaluate(() => {
        const { frames } = window as unknown as { frames: number[] }
        ;(window as unknown as { frames: number[] }).frames = []
        return frames
      })
      const gaps = times.slice(1).map((t, i) => t - (times[i] ?? 0))
      return { rate: (1000 * gaps.length) / gaps.reduce((a, b) => a + b, 0), worst: Math.max(...gaps), frames: times.length }
    }
    const room = await boxOf(studio.sheet)
    const wheel = async (dx: number, dy: number) => {
      await page.mouse.move(room.x + room.width / 2, room.y + room.height / 2)
      for (let i = 0; i < 90; i++) {
        await page.mouse.wheel(dx, dy)
        await page.waitForTimeout(12)
      }
    }
    const report = (what: string, f: { rate: number; worst: number }) =>
      console.log(`${what}: ${f.rate.toFixed(1)} frames a second, the longest took ${f.worst.toFixed(0)} ms`)
    const whole = await frames(() => wheel(0, 6))
    report(`${what}: scrolling the whole`, whole)
    await page.getByRole('button', { name: /press for 100 %/ }).click()
    const near = await frames(() => wheel(10, 14))
    report(`${what}: scrolling at 100 %`, near)
    await page.mouse.move(room.x + room.width / 2, room.y + room.height / 2)
    await studio.sheet.focus()
    await page.keyboard.press('Control+0')
    const shape = await boxOf(studio.shape(title(150)).locator('rect.shape'))
    const drag = await frames(async () => {
      await page.mouse.move(shape.x + 4, shape.y + 3)
      await page.mouse.down()
      for (let i = 0; i < 90; i++) {
        await page.mouse.move(shape.x + 4 + i, shape.y + 3 + (i % 30))
        await page.waitForTimeout(12)
      }
      await page.mouse.up()
    })
    report(`${what}: dragging a shape`, drag)
    await studio.saved()
    // Where the machine is busy the figures fall; what must not be is a page that redraws everything.
    for (const f of [whole, near, drag]) expect(f.frames).toBeGreaterThan(20)
  })
