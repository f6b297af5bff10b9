import { authService } from './auth'
import type { Context } from './context'
import { planService } from './plans'
import { resultService } from './results'
import { sittingService } from './sittings'
import { skillService } from './skills'
import { workService } from './work'

/** All services over one database. */
export function servicesOf(context: Context) {
  const plans = planService(context)
  const sittings = sittingService(context, plans)
  return {
    auth: authService(context),
    work: workService(context, plans),
    sittings,
    results: resultService(context, plans, sittings),
    skills: skillService(context, plans),
  }
}
export type Services = ReturnType<typeof servicesOf>
