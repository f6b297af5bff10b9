import { personView } from '../../../core/wire/work'
import { answer } from '../../http/handler'
import { publicPerson } from '../../http/person'

export default answer(personView, async ({ person }) => publicPerson(await person()))
