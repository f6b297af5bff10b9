import { secondFactorView } from '../../../../core/wire/second-factor'
import { answer } from '../../../http/handler'

export default answer(secondFactorView, async ({ services, owner }) => services.factors.view(await owner()))
