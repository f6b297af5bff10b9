import { ownView } from '../../../core/wire/work'
import { answer } from '../../http/handler'
import { ownPerson } from '../../http/person'

export default answer(ownView, async ({ anyone, services }) => ownPerson(await anyone(), services))
