import { benchLine } from './line'
await benchLine()
