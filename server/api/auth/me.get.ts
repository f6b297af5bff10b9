import { ownView } from '../../../core/wire/sign-in'
import { answer } from '../../http/handler'
import { ownPerson } from '../../http/person'

export default answer(ownView, async ({ anyone, services }) => ownPerson(await anyone(), services))
