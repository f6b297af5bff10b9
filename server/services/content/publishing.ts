import { contentDigest } from '../../content/digest'
import { ContentError, faultsIn, proveContent, readWhatCanBe } from '../../content/read'
import type { Content } from '../../content/read'
import { papersIn, proofsIn, skillTreesIn } from '../../db/papers'
import type { Context } from '../ground/context'

/**
 * Reads, proves and publishes the papers and skills of the content folders. A paper that can't be read or fails its
 * proof is not published; those that hold are, and then a ContentError says what doesn't. A version that is published
 * already stays as it is; where the folder says something else under its number, the log says so.
 */
export async function publishContent(context: Context, folders: readonly string[]): Promise<Content> {
  const { db, log } = context
  const { unread, ...content } = await readWhatCanBe(folders)
  const proofs = proofsIn(db)
  const proof = await proveContent(content, await proofs.all())
  await proofs.keep(proof.held, context.now())
  if (proof.ofTrees.length > 0) throw new ContentError(`The content doesn't hold:\n${faultsIn(proof).join('\n')}`)
  for (const tree of content.trees) await skillTreesIn(db).put(tree)
  const sound = content.papers.filter(({ id }) => proof.ofPapers.get(id)?.length === 0)
  for (const paper of sound) {
    if (!(await papersIn(db).publish(paper)))
      log.error(
        { paper: paper.id, version: paper.version },
        'this version is published already with other content, and that stays; raise the version in the paper’s file',
      )
  }
  log.info({ papers: sound.length, trees: content.trees.length, proved: proof.held.length }, 'content published')
  const unsound = [...proof.ofPapers].flatMap(([id, faults]) =>
    faults.length > 0 ? [`${id}: ${faults.join(' ')}`] : [],
  )
  const left = [...unread, ...unsound]
  if (left.length > 0) throw new ContentError(`Not published, since it doesn't hold:\n${left.join('\n')}`)
  await proofs.keep([await digestOf(context, folders)], context.now())
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
