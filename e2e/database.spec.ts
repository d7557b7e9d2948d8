import { Database, Program } from './program'
import { expect, Studio, test } from './studio'

// The database server is killed five times while somebody works: the page
// recovers by itself, and everything acknowledged is there.
test('a killed database loses nothing, and the page recovers by itself', async ({ page }) => {
  test.setTimeout(150_000)
  const database = new Database('.run/kill-postgres', '54995')
  const program = await new Program(database.create()).start()
  try {
    const studio = new Studio(page, program.address)
    await studio.newProject('Lighthouse log')
    await studio.newDiagram('class')
    await expect(page.getByText('Nothing here yet')).toBeVisible()
    const state = page.getByRole('status', { name: 'Saved state' })
    for (let round = 1; round <= 5; round++) {
      await studio.state(`Keeper${round} writes${round} 1..* Entry${round}`)
      await expect(studio.shape(`class Keeper${round}`)).toBeVisible()
      await studio.shape(`class Keeper${round}`).click()
      const definition = studio.entry.getByLabel('Definition')
      await expect(definition).toBeVisible()
      database.kill()
      // Somebody goes on working while it is away.
      await definition.fill(`Written while the database was away, ${round}.`)
      await definition.press('Control+Enter')
      await expect(state).toContainText('Offline, 1 change waits')
      database.start()
      await expect(state).toContainText('Saved')
      await expect(definition).toHaveValue(`Written while the database was away, ${round}.`)
    }
    await page.reload()
    for (let round = 1; round <= 5; round++) {
      await expect(studio.shape(`class Entry${round}`)).toBeVisible()
      await expect(studio.entry.getByText(`Written while the database was away, ${round}.`)).toBeVisible()
    }
  } finally {
    await program.stop()
    database.remove()
  }
})
