import { useSessionStore } from '~/stores/session'

/**
 * Everything but the sign-in page needs a sign-in, and before anything else a password of one's own; after it, people
 * land where they wanted to go.
 */
export default defineNuxtRouteMiddleware(async to => {
  const session = useSessionStore()
  await session.look()
  if (!session.person && to.path !== '/sign-in')
    return navigateTo({ path: '/sign-in', query: to.path === '/' ? {} : { to: to.fullPath } })
  if (!session.person) return
  const isOwn = !session.person.mustChangePassword
  if (!isOwn && to.path !== '/own-password') return navigateTo('/own-password')
  if (to.path === '/sign-in' || (isOwn && to.path === '/own-password')) return navigateTo('/')
})
