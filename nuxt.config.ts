import { useNuxt } from '@nuxt/kit'
import { build } from 'esbuild'
import type { BuildOptions } from 'esbuild'
import { readdirSync, renameSync, rmSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fromLibrary } from './app/library'
import { keepFilesOfPages } from './scripts/sizes.mjs'
import { contentPolicy } from './server/http/policy'

/** How code of the server is bundled. What was written for CommonJS asks for parts of Node by require. */
const FOR_NODE = {
  outExtension: { '.js': '.mjs' },
  banner: {
    js: "import { createRequire as requireFrom } from 'node:module';const require=requireFrom(import.meta.url);",
  },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
} satisfies BuildOptions

/** The code of threads and processes, each as one file beside the server: see server/judging and server/uploads. */
async function buildThreads(rootDir: string, serverDir: string): Promise<void> {
  await build({
    entryPoints: ['judging/thread', 'uploads/process'].map(path => ({
      in: join(rootDir, `server/${path}.ts`),
      out: dirname(path),
    })),
    outdir: serverDir,
    ...FOR_NODE,
    logLevel: 'warning',
  })
}

/** What brings files of its own beside its code, and drivers of databases that the query builder asks for. */
const NOT_BUNDLED = [
  ...['better-sqlite3', 'piscina', 'pino', 'thread-stream'],
  ...['libsql', 'mariadb', 'mysql', 'mysql2', 'oracledb', 'pg', 'sqlite3', 'tedious'],
]

/**
 * Puts the server, which lies in a thousand small files of ours and others, into few: to find and read them takes
 * nearly half of a start. Packages are taken from the project: beside the server lies only what was traced of them.
 */
async function joinServer(rootDir: string, serverDir: string): Promise<void> {
  const outdir = join(serverDir, 'joined')
  await build({
    entryPoints: [join(serverDir, 'index.mjs')],
    outdir,
    ...FOR_NODE,
    splitting: true,
    chunkNames: 'chunks/[name]-[hash]',
    logLevel: 'error',
    plugins: [
      {
        name: 'packages',
        setup({ onResolve, resolve }) {
          onResolve({ filter: /^[^./]/ }, async ({ path, importer, kind, pluginData }) => {
            const name = path
              .split('/')
              .slice(0, path.startsWith('@') ? 2 : 1)
              .join('/')
            if (path.startsWith('node:') || NOT_BUNDLED.includes(name)) return { path, external: true }
            if (pluginData === 'asked' || !importer.startsWith(serverDir)) return undefined
            return resolve(path, { kind, resolveDir: rootDir, pluginData: 'asked' })
          })
        },
      },
    ],
  })
  rmSync(join(serverDir, 'chunks'), { recursive: true })
  for (const name of readdirSync(outdir)) renameSync(join(outdir, name), join(serverDir, name))
  rmSync(outdir, { recursive: true })
}

interface Warning {
  code?: string
  id?: string
  ids?: string[]
}
/** What bundlers say of others’ packages: comments that they can’t use, circles and the like. Ours are told. */
function ofOurs(warning: Warning, warn: (warning: never) => void): void {
  const places = [warning.id ?? [], warning.ids ?? []].flat()
  const isTheirs = places.length > 0 && places.every(place => /node_modules|virtual:/.test(place))
  if (!isTheirs || warning.code === 'UNRESOLVED_IMPORT') warn(warning as never)
}

/** What libraries don’t say about themselves. */
const DECLARATIONS = ['../core/**/*.d.ts']

const groundWork = new RegExp(
  [
    String.raw`node_modules/(@primevue/core|@primevue/icons/(baseicon|spinner)/`,
    String.raw`@primeuix/(utils|styled|styles/dist/(base|button|inputtext))`,
    String.raw`primevue/(base|basecomponent|baseeditableholder|baseinput|button|inputtext|config|badge|ripple)/`,
    String.raw`lucide-vue-next|pinia)`,
  ].join('|'),
)

/** What fields and lists of the component library share: most pages behind the sign-in have some of it. */
const controls = new RegExp(
  [
    String.raw`node_modules/(@primevue/icons|@vueuse`,
    String.raw`primevue/(chip|focustrap|iconfield|inputicon|overlayeventbus|portal|utils|virtualscroller)/)`,
  ].join('|'),
)

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  devtools: { enabled: false },
  telemetry: false,
  // Nobody reads the built code by them, and they are half of what a build writes.
  sourcemap: false,
  // The whole application stands behind a sign-in and works on live state: see docs/decisions/0003.
  ssr: false,
  // Without server rendering, this version's development server looks in vain for an entry of the
  // server's; with the environment API it doesn't.
  $development: { experimental: { viteEnvironmentApi: true } },
  modules: ['@pinia/nuxt', '@vueuse/nuxt', '@primevue/nuxt-module'],
  css: ['~/assets/styles/main.css'],
  // What lies beside them to help isn't one.
  components: [{ path: '~/components', pathPrefix: false, extensions: ['vue'] }],
  primevue: {
    autoImport: true,
    components: { include: fromLibrary },
    directives: { include: [] },
    composables: { include: [] },
    // app/plugins/primevue.ts sets it up. Each component brings its styles with its code; as text in every page
    // they would be half a megabyte.
    usePrimeVue: false,
    loadStyles: false,
  },
  app: {
    head: {
      htmlAttrs: { lang: 'en-GB' },
      title: 'Steady Anvil',
      link: [
        { rel: 'icon', type: 'image/svg+xml', href: '/anvil.svg' },
        // Who is signed in is asked while the code is still on its way.
        { rel: 'preload', as: 'fetch', href: '/api/auth/me', crossorigin: 'anonymous' },
      ],
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'color-scheme', content: 'light dark' },
      ],
    },
  },
  nitro: {
    preset: 'node-server',
    compressPublicAssets: { gzip: true, brotli: true },
    experimental: { tasks: true },
    scheduledTasks: { '*/2 * * * * *': ['expire-sittings'] },
    externals: {
      external: ['better-sqlite3', 'piscina'],
      inline: ['mathjs', 'otplib', '@otplib', '@noble/hashes', '@noble/curves'],
    },
    esbuild: { options: { target: 'node20' } },
    rollupConfig: { output: {}, onwarn: ofOurs },
    typescript: { tsConfig: { include: DECLARATIONS } },
  },
  // A page's code is fetched ahead when somebody points at the way to it, not because it could be needed one day.
  experimental: {
    // Nothing is rendered ahead, and an upgrade is noticed by the files that are gone.
    appManifest: false,
    payloadExtraction: false,
    renderJsonPayloads: false,
    defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } },
  },
  hooks: {
    // The module leaves a list of all that it knows in the settings that every page is sent.
    'modules:done': () => {
      const nuxt = useNuxt()
      nuxt.options.runtimeConfig.public.primevue = { usePrimeVue: false }
    },
    'build:manifest': manifest => {
      for (const chunk of Object.values(manifest)) {
        chunk.dynamicImports = []
        chunk.prefetch = false
      }
      keepFilesOfPages(manifest)
    },
    'nitro:init': nitro => {
      nitro.hooks.hook('compiled', async () => {
        await buildThreads(nitro.options.rootDir, nitro.options.output.serverDir)
        await joinServer(nitro.options.rootDir, nitro.options.output.serverDir)
      })
    },
  },
  vite: {
    worker: { format: 'es' },
    build: {
      rollupOptions: {
        onwarn: ofOurs,
        output: {
          // What nearly every page stands on comes as one file: over a slow line each request costs a round trip.
          manualChunks: id => (groundWork.test(id) ? 'ground' : controls.test(id) ? 'controls' : undefined),
        },
      },
    },
  },
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true }, include: DECLARATIONS },
    sharedTsConfig: { include: DECLARATIONS },
  },
  routeRules: {
    '/**': {
      headers: {
        'X-Content-Type-Options': 'nosniff',
        'X-Frame-Options': 'DENY',
        'Referrer-Policy': 'same-origin',
        'Content-Security-Policy': contentPolicy(),
      },
    },
    '/api/**': { headers: { 'Cache-Control': 'no-store' } },
  },
})
