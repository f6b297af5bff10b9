import { tryEveryKind } from '../support/trying'

tryEveryKind('keys')
