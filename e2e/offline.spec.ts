import { expect, Studio, test } from './studio'

// Hours without a line, with a reload in between: everything goes on, and on return
// what can be done is done, in order, and what cannot be is listed with what it said.
test('offline with a reload in between: 195 changes arrive, five that conflict are listed', async ({ program, browser }) => {
  test.setTimeout(240_000)
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'allow' })
  try {
    const page = await context.newPage()
    const studio = new Studio(page, program.address)
    const id = await studio.importDemo()
    await page.goto(`${program.address}/p/${id}/d/lots`)
    await studio.saved()
    // Page and program are held before the line goes.
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready
      const wanted = performance
        .getEntriesByType('resource')
        .map((e) => new URL(e.name).pathname)
        .filter((p) => /^\/(assets|core|fonts)\//.test(p))
      for (;;) {
        const cache = await caches.open('lexeon-1')
        const held = await Promise.all([...wanted, '/'].map((p) => cache.match(p)))
        const program = (await cache.keys()).some((k) => new URL(k.url).pathname.startsWith('/core/'))
        if (program && held.every(Boolean)) return
        await new Promise((resolve) => setTimeout(resolve, 50))
      }
    })
    await page.clock.install() // it runs on as usual, and can be put forward
    await context.setOffline(true)
    const state = page.getByRole('status', { name: 'Saved state' })
    const make = async (from: number, to: number) => {
      await studio.sheet.focus()
      await page.keyboard.press('Escape')
      await page.keyboard.press('c')
      await page.keyboard.press('Enter')
      for (let i = from; i <= to; i++) {
        await page.keyboard.type(`Tray${i}`)
        await page.keyboard.press('Enter')
      }
      await page.keyboard.press('Escape')
    }
    const rename = async (name: string, to: string) => {
      await page.keyboard.press('Escape')
      await studio.statement.fill(name)
      await page.getByRole('option', { name: `Go to class ${name}`, exact: true }).click()
      await expect(studio.entry.getByLabel('Name', { exact: true })).toHaveValue(name)
      await studio.entry.getByLabel('Name', { exact: true }).fill(to)
      await studio.entry.getByLabel('Name', { exact: true }).press('Enter')
      await expect(studio.shape(`class ${to}`)).toHaveCount(1)
    }
    await make(1, 95)
    await rename('Hive', 'Bee box')
    await rename('Apiary', 'Bee yard')
    await expect(state).toContainText('Offline, 97 changes wait')
    await page.clock.fastForward('04:00:00')
    await page.reload()
    await expect(studio.shape('class Tray95')).toHaveCount(1)
    await expect(state).toContainText('97 changes')
    await rename('Blend', 'Mix')
    await rename('JarBatch', 'Filling')
    await rename('TestResult', 'Finding')
    await make(96, 195)
    await page.clock.fastForward('05:00:00')
    await expect(state).toContainText('Offline, 200 changes wait')

    // Meanwhile somebody else names the five classes.
    const changes = [
      ['hive', 'Skep'],
      ['apiary', 'Garden'],
      ['blend', 'Cuvee'],
      ['jar-batch', 'Bottling'],
      ['test-result', 'Assay'],
    ].map(([row, name]) => ({ type: 'setName', id: row, name }))
    const answer = await (
      await browser.newContext()
    ).request.post(`${program.address}/api/projects/${id}/changes`, {
      data: { clientId: 'other', author: { id: 'ben', name: 'Ben' }, base: 0, changes },
    })
    expect(answer.status(), await answer.text()).toBe(200)
    const began = Date.now()
    await context.setOffline(false)
    await expect(state).toContainText('Saved')
    console.log(`200 pending changes were decided ${Date.now() - began} ms after the line was back`)
    await page.getByRole('button', { name: '5 could not be done' }).click()
    const listed = page.getByRole('dialog', { name: 'What could not be done' })
    for (const [mine, theirs] of [
      ['Bee box', 'Skep'],
      ['Bee yard', 'Garden'],
      ['Mix', 'Cuvee'],
      ['Filling', 'Bottling'],
      ['Finding', 'Assay'],
    ] as const) {
      await expect(listed.getByText(mine, { exact: true })).toBeVisible()
      await expect(listed.getByText(`“${theirs}”`, { exact: true })).toBeVisible()
    }
    const terms = (await (await page.request.get(`${program.address}/api/projects/${id}/terms`)).json()) as { name: string }[]
    expect(terms.filter((t) => /^Tray\d+$/.test(t.name))).toHaveLength(195)
    // One is done again, one is dropped.
    await listed.getByRole('listitem').filter({ hasText: 'Bee box' }).getByRole('button', { name: 'Do it again' }).click()
    await listed.getByRole('listitem').filter({ hasText: 'Mix' }).getByRole('button', { name: 'Drop it' }).click()
    await expect(listed.getByRole('listitem')).toHaveCount(3)
    await page.keyboard.press('Escape')
    await expect(studio.shape('class Bee box')).toHaveCount(1)
    await expect(studio.shape('class Cuvee')).toHaveCount(1)
  } finally {
    await context.close()
  }
})

// The program is large: on a slow line the drawing is there seconds before it.
test('a first visit shows the drawing before the program has come, and keeps what is typed meanwhile', async ({ studio, page }) => {
  const id = await studio.importDemo()
  let come: () => void = () => undefined
  const program = new Promise<void>((resolve) => {
    come = resolve
  })
  await page.route('**/core/*.wasm', async (route) => {
    await program
    await route.continue()
  })
  await page.goto(`${studio.address}/p/${id}/d/lots`)
  await expect(studio.shape('class HoneyLot')).toBeVisible()
  await expect(page.getByRole('status', { name: 'Saved state' })).toContainText('Loading the program')
  await studio.sheet.focus()
  await page.keyboard.press('c')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Early tray', { delay: 40 })
  await page.keyboard.press('Enter')
  await page.keyboard.type('Late tray', { delay: 40 })
  come()
  await expect(studio.shape('class Early tray')).toHaveCount(1)
  await expect(page.getByLabel('Name of the new class')).toHaveValue('Late tray')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await expect(studio.shape('class Late tray')).toHaveCount(1)
  await studio.saved()
})

// The model that a browser keeps may be older than the drawing that it shows at once.
test('what is shown after a reload can be worked with before the log has come', async ({ studio, page }) => {
  const id = await studio.importDemo()
  await page.goto(`${studio.address}/p/${id}/d/lots`)
  await studio.saved()
  // copyKept copies what the browser keeps of a model; false while there is nothing.
  const copyKept = (from: string, to: string) =>
    expect
      .poll(() =>
        page.evaluate(
          ([from, to]) =>
            new Promise<boolean>((resolve) => {
              const open = indexedDB.open('lexeon')
              open.onsuccess = () => {
                const store = open.result.transaction('models', 'readwrite').objectStore('models')
                const done = (value: boolean) => {
                  open.result.close()
                  resolve(value)
                }
                const get = store.get(from) as IDBRequest<object | undefined>
                get.onsuccess = () => {
                  if (get.result) store.put({ ...get.result, project: to }).onsuccess = () => done(true)
                  else done(false)
                }
              }
            }),
          [from, to] as const,
        ),
      )
      .toBe(true)
  const drawingKept = (text: string) =>
    expect
      .poll(() =>
        page.evaluate(
          ([id, text]) =>
            new Promise<boolean>((resolve) => {
              const open = indexedDB.open('lexeon')
              open.onsuccess = () => {
                const get = open.result.transaction('drawings').objectStore('drawings').get([id, 'lots']) as IDBRequest<object | undefined>
                get.onsuccess = () => {
                  open.result.close()
                  resolve(JSON.stringify(get.result ?? {}).includes(text))
                }
              }
            }),
          [id, text] as const,
        ),
      )
      .toBe(true)
  await copyKept(id, 'as it was')
  // Meanwhile somebody else makes a class, puts it on the diagram, and renames another one.
  await page.goto(`${studio.address}/favicon.svg`)
  const changes = [
    { type: 'addElement', id: 'late', kind: 'class', name: 'Late tray' },
    { type: 'place', id: 'late-place', diagram: 'lots', subject: 'late', x: 40, y: 900 },
    { type: 'setName', id: 'hive', name: 'Skep' },
  ]
  const answer = await page.request.post(`${studio.address}/api/projects/${id}/changes`, {
    data: { clientId: 'other', author: { id: 'ben', name: 'Ben' }, base: 0, changes },
  })
  expect(answer.status(), await answer.text()).toBe(200)
  await page.goto(`${studio.address}/p/${id}/d/lots`)
  await expect(studio.shape('class Late tray')).toBeVisible()
  await drawingKept('Late tray')
  await page.goto(`${studio.address}/favicon.svg`)
  await copyKept('as it was', id)
  let come: () => void = () => undefined
  const log = new Promise<void>((resolve) => {
    come = resolve
  })
  await page.route('**/log?since=*', async (route) => {
    await log
    await route.continue()
  })
  let run: () => void = () => undefined
  const program = new Promise<void>((resolve) => {
    run = resolve
  })
  await page.route('**/core/*.wasm', async (route) => {
    await program
    await route.continue()
  })
  await page.goto(`${studio.address}/p/${id}/d/lots`)
  // A name is written over the one that is seen, not over the one that the kept model has.
  await studio.shape('class Skep').dblclick({ position: { x: 20, y: 10 } })
  await page.getByRole('textbox', { name: 'Name of the class' }).fill('Bee box')
  await page.keyboard.press('Enter')
  await studio.whole()
  await studio.shape('class Late tray').click()
  run()
  await expect(page.getByRole('status', { name: 'Saved state' })).not.toContainText('Opening')
  await studio.sheet.press('Shift+Delete')
  come()
  await expect(studio.shape('class Late tray')).toHaveCount(0)
  await expect(studio.shape('class Bee box')).toHaveCount(1)
  await studio.saved()
  await expect(page.getByRole('button', { name: /could not be done/ })).toHaveCount(0)
  await page.reload()
  await studio.saved()
  await expect(studio.shape('class Late tray')).toHaveCount(0)
})
