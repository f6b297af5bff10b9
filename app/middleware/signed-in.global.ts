import { useSessionStore } from '~/stores/session'

/** Everything but the sign-in page needs a sign-in; after it, people land where they wanted to go. */
export default defineNuxtRouteMiddleware(async to => {
  const session = useSessionStore()
  await session.look()
  if (!session.person && to.path !== '/sign-in')
    return navigateTo({ path: '/sign-in', query: to.path === '/' ? {} : { to: to.fullPath } })
  if (session.person && to.path === '/sign-in') return navigateTo('/')
})
