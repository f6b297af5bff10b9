import type { SheetOp } from './ops'

/** 1 row, 2 rows. */
export const counted = (number: number, one: string): string => `${number} ${one}${number === 1 ? '' : 's'}`
const short = (text: string): string => (text.length > 60 ? `${text.slice(0, 60)}…` : text)

/** An op as a sentence, for logs, replays and reports. */
export function describe(op: SheetOp): string {
  switch (op.type) {
    case 'cell.write':
      return op.text === ''
        ? `Emptied ${op.sheet}, ${op.cell}.`
        : `Typed “${short(op.text)}” into ${op.sheet}, ${op.cell}.`
    case 'cells.write':
      return `Put ${counted(op.rows.length, 'row')} into ${op.sheet} from ${op.cell} on.`
    case 'cells.clear':
      return `Cleared ${op.what === 'all' ? 'contents and formats' : op.what} of ${op.sheet}, ${op.area}.`
    case 'cells.fill':
      return `Continued ${op.from} over ${op.to} of ${op.sheet}${op.how === 'series' ? ' as a series' : ''}.`
    case 'cells.copy':
      return `Copied ${op.sheet}, ${op.area} to ${op.toSheet}, ${op.to}${op.what === 'all' ? '' : ` (${op.what})`}.`
    case 'cells.move':
      return `Moved ${op.area} of ${op.sheet} to ${op.to}.`
    case 'cells.format':
      return `Set ${Object.keys(op.format).join(', ') || 'nothing'} of ${op.sheet}, ${op.area}.`
    case 'cells.decimals':
      return `Showed a decimal place ${op.by > 0 ? 'more' : 'less'} in ${op.sheet}, ${op.area}.`
    case 'rows.insert':
      return `Inserted ${counted(op.count, 'row')} in ${op.sheet} before row ${op.at}.`
    case 'rows.delete':
      return `Deleted ${counted(op.count, 'row')} of ${op.sheet} from row ${op.at} on.`
    case 'columns.insert':
      return `Inserted ${counted(op.count, 'column')} in ${op.sheet} before ${op.at}.`
    case 'columns.delete':
      return `Deleted ${counted(op.count, 'column')} of ${op.sheet} from ${op.at} on.`
    case 'rows.size':
      return `Set the height of rows ${op.from} to ${op.to} of ${op.sheet}.`
    case 'columns.size':
      return `Set the width of columns ${op.from} to ${op.to} of ${op.sheet}.`
    case 'rows.sort':
      return `Sorted ${op.sheet}, ${op.area} by ${op.by.map(({ column, order }) => `${column} ${order}`).join(', then ')}.`
    case 'panes.freeze':
      return `Kept ${counted(op.rows, 'row')} and ${counted(op.columns, 'column')} of ${op.sheet} in sight.`
    case 'name.define':
      return `Gave the name ${op.name} to ${short(op.refers)}.`
    case 'name.remove':
      return `Took the name ${op.name} away.`
    case 'sheet.add':
      return `Added the sheet ${op.name}.`
    case 'sheet.rename':
      return `Renamed the sheet ${op.sheet} to ${op.to}.`
    case 'sheet.remove':
      return `Took the sheet ${op.sheet} away.`
    case 'sheet.move':
      return `Moved the sheet ${op.sheet}.`
    case 'sheet.show':
      return `Looked at ${op.sheet}.`
    case 'undo':
      return 'Undid the last change.'
    case 'redo':
      return 'Did a change again.'
  }
}
