import { expect, type Studio, test } from './studio'

// The demo's diagram “Apiaries and honey lots” made from nothing, in three ways.
// What it has to become is read from the demo itself.

type Shape = { title: string; kind: string; name: string; features: string[] }
type Drawn = { shapes: Shape[]; relations: string[] }

type Slot = { field: string; value: string }
type Scene = { groups: { kind?: string; title: string; slots?: Slot[] }[] }

const classifiers = ['class', 'interface', 'enumeration', 'dataType']

// drawn reads what a diagram shows: its classifiers with their features, and its
// relations as statements.
async function drawn(studio: Studio, project: string, diagram?: string): Promise<Drawn> {
  const get = async <T>(path: string) =>
    (await (await studio.page.request.get(`${studio.address}/api/projects/${project}${path}`)).json()) as T
  const id = diagram ?? (await get<{ diagrams: { id: string }[] }>('')).diagrams[0]?.id ?? ''
  const scene = await get<Scene>(`/diagrams/${id}/scene`)
  const relations = await get<{ statement?: string }[]>(`/diagrams/${id}/sentences`)
  const value = (slots: Slot[] | undefined, field: string) => slots?.find((s) => s.field === field)?.value ?? ''
  const shapes = scene.groups
    .filter((g) => classifiers.includes(g.kind ?? ''))
    .map((g) => ({
      title: g.title,
      kind: g.kind ?? '',
      name: value(g.slots, 'name'),
      features: value(g.slots, 'features')
        .split('\n')
        .filter((l) => l.trim()),
    }))
  return {
    shapes: shapes.sort((a, b) => a.name.localeCompare(b.name)),
    relations: relations.flatMap((r) => (r.statement ? [r.statement] : [])).sort(),
  }
}

async function wantedFrom(studio: Studio): Promise<Drawn> {
  const wanted = await drawn(studio, await studio.copyOfDemo(), 'lots')
  expect(wanted.shapes.length).toBeGreaterThan(8)
  expect(wanted.relations).toHaveLength(9)
  expect(wanted.relations).toContain('? Blend brings together 2..* HoneyLot through BlendShare')
  return wanted
}

const projectOf = (studio: Studio) => /\/p\/([^/?]+)/.exec(studio.page.url())?.[1] ?? ''

test('the class diagram of the demo from nothing, with the keyboard alone', async ({ studio, page }) => {
  test.setTimeout(180_000)
  const wanted = await wantedFrom(studio)
  await page.goto(studio.address)
  await page.getByLabel('Name of a new project').focus()
  await page.keyboard.type('By keys')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'By keys' })).toBeVisible()
  await page.getByRole('button', { name: 'New class diagram' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  await studio.sheet.focus()
  for (const shape of wanted.shapes) {
    await page.keyboard.press(shape.kind === 'enumeration' ? 'e' : 'c')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('textbox', { name: /^Name of the new/ })).toBeFocused()
    await page.keyboard.type(shape.name)
    await page.keyboard.press('Tab')
    await expect(page.getByRole('textbox', { name: `Features of ${shape.name}` })).toBeFocused()
    await page.keyboard.type(shape.features.join('\n'))
    await page.keyboard.press('Control+Enter')
    await expect(page.getByRole('textbox', { name: `Features of ${shape.name}` })).toHaveCount(0)
    if (shape.title.startsWith('abstract')) {
      await studio.entry.getByRole('checkbox', { name: 'Abstract' }).focus()
      await page.keyboard.press('Space')
      await expect(studio.shape(shape.title)).toBeVisible()
      await studio.sheet.focus()
    }
    await page.keyboard.press('Escape')
  }
  for (const statement of wanted.relations) {
    await page.keyboard.press('/')
    await page.keyboard.type(statement)
    await expect(studio.understood.first()).toBeVisible()
    await page.keyboard.press('Enter')
    await expect(studio.statement).toHaveValue('')
    await page.keyboard.press('Escape')
  }
  await studio.saved()
  const made = await drawn(studio, projectOf(studio))
  expect(made.relations).toEqual(wanted.relations)
  // The association class came in by its statement.
  expect(made.shapes.filter((s) => s.name !== 'BlendShare')).toEqual(wanted.shapes)
})

test('the class diagram of the demo from nothing, from sentences alone', async ({ studio, page }) => {
  const wanted = await wantedFrom(studio)
  await studio.newProject('By sentences')
  await studio.newDiagram('class')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  for (const statement of wanted.relations) await studio.state(statement)
  const made = await drawn(studio, projectOf(studio))
  expect(made.relations).toEqual(wanted.relations)
  const names = new Set(made.shapes.map((s) => s.name))
  for (const s of wanted.shapes) if (s.kind === 'class') expect(names).toContain(s.name)
})

test('the class diagram of the demo from nothing, by pasting text', async ({ studio, page }) => {
  const wanted = await wantedFrom(studio)
  await studio.newProject('By pasting')
  await studio.newDiagram('class')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  const cards = wanted.shapes.map((s) => `${s.title.replace(/^data type /, 'dataType ')}\n${s.features.join('\n')}`)
  await studio.sheet.focus()
  await page.evaluate(
    (text) => {
      const data = new DataTransfer()
      data.setData('text/plain', text)
      document
        .getElementById('drawing')
        ?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
    },
    [...cards, ...wanted.relations].join('\n\n'),
  )
  await expect(studio.shape('class JarBatch')).toBeVisible()
  await studio.saved()
  const made = await drawn(studio, projectOf(studio))
  expect(made.relations).toEqual(wanted.relations)
  expect(made.shapes.filter((s) => s.name !== 'BlendShare')).toEqual(wanted.shapes)
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(studio.shape('class JarBatch')).toHaveCount(0)
})
