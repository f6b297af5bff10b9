import { contentDigest } from '../../content/digest'
import { ContentError, proveContent, readContent } from '../../content/read'
import type { Content } from '../../content/read'
import { papersIn, proofsIn, skillTreesIn } from '../../db/papers'
import type { Context } from '../ground/context'

/**
 * Reads, proves and publishes the papers and skills of the content folders. Content that fails its proof
 * is not published: throws a ContentError. A version that is published already stays as it is; where the
 * folder says something else under its number, the log says so.
 */
export async function publishContent(context: Context, folders: readonly string[]): Promise<Content> {
  const { db, log } = context
  const content = await readContent(folders)
  const faults = await proveContent(content)
  if (faults.length > 0) throw new ContentError(`The content doesn't hold:\n${faults.join('\n')}`)
  for (const tree of content.trees) await skillTreesIn(db).put(tree)
  for (const paper of content.papers) {
    if (!(await papersIn(db).publish(paper)))
      log.error(
        { paper: paper.id, version: paper.version },
        'this version is published already with other content, and that stays; raise the version in the paper’s file',
      )
  }
  await proofsIn(db).keep(await digestOf(context, folders), context.now())
  log.info({ papers: content.papers.length, trees: content.trees.length }, 'content published')
  return content
}

/**
 * The same at a start: content that this program has proved and published before, byte for byte, is left alone.
 * Gives back whether there was anything to do.
 */
export async function publishNewContent(context: Context, folders: readonly string[]): Promise<boolean> {
  if (await proofsIn(context.db).has(await digestOf(context, folders))) return false
  await publishContent(context, folders)
  return true
}

const digestOf = ({ program }: Context, folders: readonly string[]): Promise<string> => contentDigest(folders, program)
