import { type Place } from './useLong'

// Space is a row of a table that stands for those that are out of sight.
export function Space({ height }: { height: number }) {
  return height > 0 ? <tr aria-hidden="true" style={{ height }} /> : null
}

// rowPlace is the place of a row, as tables tell it.
export function rowPlace({ ref, 'data-index': index }: Place) {
  return index === undefined ? {} : { ref, 'data-index': index, 'aria-rowindex': index + 2 } // behind the head
}
