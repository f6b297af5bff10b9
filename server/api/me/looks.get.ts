import { looks } from '../../../core/people/looks'
import { answer } from '../../http/handler'

export default answer(looks, async ({ services, person }) => services.looks.of(await person()))
