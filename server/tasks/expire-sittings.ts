import { defineTask } from 'nitropack/runtime/task'
import { running } from '../http/running'

/** Ends sittings whose time and grace are over, whether or not anyone is connected. */
export default defineTask({
  meta: { name: 'expire-sittings', description: 'End sittings whose time is up' },
  async run() {
    const { services } = await running()
    return { result: await services.sittings.expire() }
  },
})
