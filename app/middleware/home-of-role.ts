import { useSessionStore } from '~/stores/session'

/** Everyone lands where their work is. */
export default defineNuxtRouteMiddleware(() => {
  const { person } = useSessionStore()
  if (person && person.role !== 'trainee') return navigateTo(homeOf(person.role))
})
