import { Dialog } from '../common/Dialog'

const keys: [string, [string, string][]][] = [
  [
    'Making',
    [
      ['c i e d o t n', 'class, interface, enumeration, data type, object, constraint, note: then click, or Enter for a free place'],
      ['the letter twice', 'keep the kind: every click makes one, until Escape'],
      ['Enter after the name', 'make the next one of the same kind beside it'],
      ['Tab after the name', 'go on to the features'],
      ['/', 'write a statement, a name to go to, or a command'],
      ['double click on paper', 'ask what it is to be'],
      ['Ctrl+V', 'paste what was copied, or a text: each block a class with its features'],
    ],
  ],
  [
    'Choosing',
    [
      ['arrow keys', 'go to a shape; with one selected hold Alt'],
      ['click, Shift+click', 'select one, select one more'],
      ['drag on paper', 'select what lies in the rectangle'],
      ['Alt+L', 'go through the lines of a shape'],
      ['Ctrl+A, Escape', 'select all, select nothing'],
    ],
  ],
  [
    'Changing',
    [
      ['F2, Enter, or typing', 'rename; the text of a note'],
      ['Tab, Shift+Tab', 'next and previous text of the same shape or line'],
      ['arrow keys', 'move by 10, with Shift by 1'],
      ['Ctrl+arrow keys', 'make a shape larger or smaller, bend a line; with Shift by 1'],
      ['Alt+arrow keys', 'while a label of a line is written: move it'],
      ['Ctrl+C, Ctrl+D', 'copy, duplicate'],
      ['Delete', 'remove from this diagram; it stays in the model'],
      ['Shift+Delete', 'delete from the model'],
      ['Ctrl+Z, Ctrl+Y', 'undo, redo'],
      ['Shift+F10', 'everything that can be done with the selection, connecting it too'],
    ],
  ],
  [
    'Looking',
    [
      ['wheel, Shift+wheel', 'move the sheet down, across'],
      ['Ctrl+wheel, Ctrl + and −', 'zoom'],
      ['Ctrl+0, Alt+1', 'fit the window, once more: all of it; 100 %'],
      ['Space and drag', 'move the sheet by hand'],
      ['F8, Shift+F8', 'the next finding on this diagram, the one before'],
      ['F6, Shift+F6', 'go round the regions of the page'],
      ['Alt+, Alt+.', 'fold and unfold the path, the entry'],
      ['?', 'this list'],
    ],
  ],
]

export function Shortcuts({ onClose }: { onClose: () => void }) {
  return (
    <Dialog title="Keys" wide onClose={onClose}>
      <div className="columns-2 gap-8">
        {keys.map(([title, list]) => (
          <section key={title} aria-label={title} className="mb-3 break-inside-avoid">
            <h3 className="heading">{title}</h3>
            <dl>
              {list.map(([key, what]) => (
                <div key={key} className="grid grid-cols-[150px_minmax(0,1fr)] gap-2 border-b border-rule py-0.5 text-sm">
                  <dt className="font-mono">{key}</dt>
                  <dd className="text-faint">{what}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Dialog>
  )
}
