import type { SheetOp } from './ops/op'
import { conditionInWords } from './workbook/features/condition'

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
    case 'rows.hide':
      return `Hid rows ${op.from} to ${op.to} of ${op.sheet}.`
    case 'rows.show':
      return `Showed the hidden rows among ${op.from} to ${op.to} of ${op.sheet}.`
    case 'columns.hide':
      return `Hid columns ${op.from} to ${op.to} of ${op.sheet}.`
    case 'columns.show':
      return `Showed the hidden columns among ${op.from} to ${op.to} of ${op.sheet}.`
    case 'rows.filter':
      return op.when
        ? `Filtered ${op.sheet}, ${op.area} by column ${op.column}: ${conditionInWords(op.when)}.`
        : `Took the filter of column ${op.column} of ${op.sheet} away.`
    case 'filter.again':
      return `Applied the filter of ${op.sheet} again.`
    case 'filter.remove':
      return `Took the filter of ${op.sheet} away.`
    case 'rows.unique':
      return `Took rows out of ${op.sheet}, ${op.area} that agree in ${op.by.join(', ')}.`
    case 'rows.subtotal':
      return `Put subtotals of ${op.of.join(', ')} by ${op.by} into ${op.sheet}, ${op.area}.`
    case 'rows.unsubtotal':
      return `Took the subtotals out of ${op.sheet}, ${op.area}.`
    case 'text.split':
      return `Took the texts in ${op.sheet}, ${op.area} apart at “${op.at}”.`
    case 'cells.replace':
      return `Put “${short(op.by)}” for “${short(op.find)}” in ${op.sheet}, ${op.area}.`
    case 'cells.merge':
      return `Made one cell of ${op.sheet}, ${op.area}.`
    case 'cells.unmerge':
      return `Made ${op.sheet}, ${op.area} single cells again.`
    case 'cell.note':
      return op.text.trim() === ''
        ? `Took the note of ${op.sheet}, ${op.cell} away.`
        : `Noted on ${op.sheet}, ${op.cell}.`
    case 'cell.link':
      return op.to.trim() === ''
        ? `Took the link of ${op.sheet}, ${op.cell} away.`
        : `Linked ${op.sheet}, ${op.cell} to ${short(op.to)}.`
    case 'input.check':
      return op.rule ? `Said what ${op.sheet}, ${op.area} takes.` : `Let ${op.sheet}, ${op.area} take anything.`
    case 'cells.mark':
      return `Let cells of ${op.sheet}, ${op.marking.area} stand out by rule.`
    case 'cells.unmark':
      return `Took the marks by rule from ${op.sheet}, ${op.area}.`
    case 'chart.add':
      return `Drew a chart on ${op.sheet}${op.chart.title ? `: ${short(op.chart.title)}` : ''}.`
    case 'chart.change':
      return `Changed ${Object.keys(op.change).join(', ') || 'nothing'} of a chart on ${op.sheet}.`
    case 'chart.remove':
      return `Took a chart of ${op.sheet} away.`
    case 'table.make':
      return `Made ${op.sheet}, ${op.area} the table ${op.name}.`
    case 'table.remove':
      return `Made the table ${op.name} a plain list.`
    case 'page.set':
      return `Set ${Object.keys(op.change).join(', ') || 'nothing'} of how ${op.sheet} is printed.`
    case 'sheet.lock':
      return op.locked ? `Locked ${op.sheet}.` : `Unlocked ${op.sheet}.`
    case 'input.seek':
      return `Sought the number in ${op.by} that makes ${op.cell} ${short(op.wanted)}.`
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
