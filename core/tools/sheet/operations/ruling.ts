import { conditionFrom, conditionQuestions } from './conditions'
import { area, choices } from './operation'
import type { Answers, Operation, Question } from './operation'
import type { Marking } from '../workbook/features/marking'
import type { InputRule } from '../workbook/features/checked-input'

type Look = Extract<Marking, { by: 'condition' }>['look']
type Fill = NonNullable<Look['fill']>

const fills = choices('amber', 'green', 'red', 'blue', 'grey')
const lookQuestion: Question = {
  key: 'look',
  label: 'Shown',
  kind: 'choice',
  choices: [
    ...fills.map(({ value }) => ({ value, label: `on ${value}` })),
    ...choices(['bold', 'bold'], ['ink-bad', 'in red letters'], ['ink-good', 'in green letters']),
  ],
  first: 'amber',
}
const fillOf = (answer: string | undefined, otherwise: Fill): Fill =>
  (fills.find(({ value }) => value === answer)?.value as Fill | undefined) ?? otherwise
function lookOf(answer: string | undefined): Look {
  if (answer === 'bold') return { bold: true }
  if (answer === 'ink-bad' || answer === 'ink-good') return { ink: answer === 'ink-bad' ? 'bad' : 'good' }
  return { fill: fillOf(answer, 'amber') }
}

function ruleFrom({ takes = 'number', ...answers }: Answers): InputRule | string {
  const when = conditionFrom(answers)
  if (typeof when === 'string') return when
  switch (takes) {
    case 'whole':
    case 'day':
    case 'length':
    case 'any':
      return { takes, when }
    default:
      return { takes: 'number', when }
  }
}

/** Rules for cells: how they stand out, and what they take. */
export const ruling: readonly Operation[] = [
  {
    id: 'mark',
    group: 'Look',
    title: 'Mark cells by a rule',
    about: 'of the selection; they stand out as long as the rule holds',
    words: ['conditional format', 'highlight', 'colour if', 'stand out', 'rule', 'condition', 'top', 'duplicates'],
    asks: () => [...conditionQuestions('Where a cell', 'more'), lookQuestion],
    make: (selection, _, answers) => {
      const when = conditionFrom(answers)
      return typeof when === 'string'
        ? when
        : {
            type: 'cells.mark',
            sheet: selection.sheet,
            marking: { by: 'condition', area: area(selection), when, look: lookOf(answers.look) },
          }
    },
  },
  {
    id: 'scale',
    group: 'Look',
    title: 'Colour by a scale',
    about: 'numbers of the selection, from the smallest to the largest',
    words: ['conditional formatting scale', 'colour scale', 'heat', 'gradient', 'shades'],
    asks: () => [
      { key: 'low', label: 'The smallest', kind: 'choice', choices: fills, first: 'green' },
      { key: 'high', label: 'The largest', kind: 'choice', choices: fills, first: 'red' },
    ],
    make: (selection, _, { low, high }) => ({
      type: 'cells.mark',
      sheet: selection.sheet,
      marking: { by: 'scale', area: area(selection), low: fillOf(low, 'green'), high: fillOf(high, 'red') },
    }),
  },
  {
    id: 'bars',
    group: 'Look',
    title: 'Bars behind the figures',
    about: 'as long as each number of the selection is large',
    words: ['conditional formatting bars', 'data bars', 'in cell', 'length'],
    asks: () => [{ key: 'colour', label: 'Colour', kind: 'choice', choices: fills, first: 'blue' }],
    make: (selection, _, { colour }) => ({
      type: 'cells.mark',
      sheet: selection.sheet,
      marking: { by: 'bar', area: area(selection), colour: fillOf(colour, 'blue') },
    }),
  },
  {
    id: 'unmark',
    group: 'Look',
    title: 'Take marks by rule away',
    about: 'from the selection',
    words: ['clear conditional formatting', 'clear rules', 'remove highlight'],
    make: selection => ({ type: 'cells.unmark', sheet: selection.sheet, area: area(selection) }),
  },
  {
    id: 'take-list',
    group: 'Enter',
    title: 'Let cells take one of a list',
    about: 'and nothing else; the choices are offered while typing',
    words: ['validation', 'dropdown', 'drop-down', 'list', 'choices', 'pick', 'allow', 'restrict', 'checked input'],
    asks: () => [
      { key: 'from', label: 'Choices, or =cells', kind: 'text' },
      { key: 'message', label: 'Said otherwise', kind: 'text' },
    ],
    make: (selection, _, { from = '', message = '' }) =>
      from.trim() === ''
        ? 'Write the choices with commas between them, or the cells that hold them: =Rates!A3:A6.'
        : {
            type: 'input.check',
            sheet: selection.sheet,
            area: area(selection),
            rule: { takes: 'one-of', from: from.trim() },
            ...(message.trim() ? { message: message.trim() } : {}),
          },
  },
  {
    id: 'take-only',
    group: 'Enter',
    title: 'Let cells take only what makes sense',
    about: 'numbers, days or texts that meet a condition',
    words: ['validation', 'allow', 'restrict', 'limit', 'only numbers', 'checked input', 'between', 'error message'],
    asks: () => [
      {
        key: 'takes',
        label: 'Cells take',
        kind: 'choice',
        choices: choices(
          ['whole', 'a whole number'],
          ['number', 'a number'],
          ['day', 'a day'],
          ['length', 'a text whose length'],
          ['any', 'anything that'],
        ),
        first: 'whole',
      },
      ...conditionQuestions('That', 'between'),
      { key: 'message', label: 'Said otherwise', kind: 'text' },
    ],
    make: (selection, _, { message = '', ...answers }) => {
      const rule = ruleFrom(answers)
      return typeof rule === 'string'
        ? rule
        : {
            type: 'input.check',
            sheet: selection.sheet,
            area: area(selection),
            rule,
            ...(message.trim() ? { message: message.trim() } : {}),
          }
    },
  },
  {
    id: 'take-anything',
    group: 'Enter',
    title: 'Let cells take anything',
    about: 'takes the rule for what they take away',
    words: ['remove validation', 'clear validation', 'no dropdown'],
    make: selection => ({ type: 'input.check', sheet: selection.sheet, area: area(selection), rule: null }),
  },
]
