import PrimeVue from 'primevue/config'
import { preset } from '~/theme/preset'

/** The components of the interface, in our own theme. */
export default defineNuxtPlugin(({ vueApp }) => {
  vueApp.use(PrimeVue, {
    theme: {
      preset,
      options: { darkModeSelector: false, cssLayer: { name: 'primevue', order: 'reset, primevue, own' } },
    },
  })
})
