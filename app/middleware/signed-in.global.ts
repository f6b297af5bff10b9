import { useSessionStore } from '~/stores/session'

/**
 * Everything but the sign-in page needs a sign-in, and before anything else a password of one's own and the second
 * factor that the centre may want; after it, people land where they wanted to go.
 */
export default defineNuxtRouteMiddleware(async to => {
  const session = useSessionStore()
  await session.look()
  if (!session.person && to.path !== '/sign-in')
    return navigateTo({ path: '/sign-in', query: to.path === '/' ? {} : { to: to.fullPath } })
  if (!session.person) return
  const { mustChangePassword, mustSetUpFactor } = session.person
  const first = mustChangePassword ? '/own-password' : mustSetUpFactor ? '/second-factor' : null
  if (first !== null) return to.path === first ? undefined : navigateTo(first)
  if (['/sign-in', '/own-password', '/second-factor'].includes(to.path)) return navigateTo('/')
})
