import type { z } from 'zod'

/** A page's data: the answer of one call, its failure in words, and a way to try again. */
export function useCall<Schema extends z.ZodType>(schema: Schema, path: () => string) {
  const route = useRoute()
  const data = shallowRef<z.infer<Schema> | null>(null)
  const failure = ref('')
  async function load(): Promise<void> {
    failure.value = ''
    try {
      data.value = await callApi(schema, path())
    } catch (error) {
      if (error instanceof CallFailed && error.status === 401)
        await navigateTo({ path: '/sign-in', query: { to: route.fullPath } })
      failure.value = inWords(error)
    }
  }
  watch(path, load, { immediate: true })
  return { data, failure, load }
}
