import { defineNitroPlugin } from 'nitropack/runtime/plugin'
import { log } from '../http/running'

const why: Readonly<Record<string, string>> = {
  EADDRINUSE: 'is taken by another program',
  EACCES: 'may not be used by this account',
  EADDRNOTAVAIL: 'is at an address that this machine hasn’t',
}

/** A server that can't listen ends and says why, in place of holding the data while nobody can reach it. */
export default defineNitroPlugin(() => {
  process.on('uncaughtException', (error: NodeJS.ErrnoException & { port?: number; address?: string }) => {
    if (error.syscall !== 'listen') return
    const { port, address = '', code = '' } = error
    log.fatal(
      { address, port },
      `the server can’t start: port ${port} ${why[code] ?? `can’t be used (${code})`}; set PORT to another`,
    )
    process.exit(1)
  })
})
