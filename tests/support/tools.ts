import { loadTools } from '../../core/tools/registry'

/** Unit tests have every tool at hand, as the server has. */
await loadTools()
