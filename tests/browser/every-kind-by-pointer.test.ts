import { tryEveryKind } from '../support/trying'

tryEveryKind('pointer')
