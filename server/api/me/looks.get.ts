import { looks } from '../../../core/people/looks'
import { answer } from '../../http/handler'

export default answer(looks, async ({ services, anyone }) => services.looks.of(await anyone()))
