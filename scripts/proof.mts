import { writeFile } from 'node:fs/promises'
import { proveTask } from '../core/proof/proof'
import { proofTable } from '../core/proof/table'
import { skillsOf } from '../core/skills/tree'
import { readContent, tasksIn } from '../server/content/read'

/** Proves all content and writes what was run into docs/content-proof.md. */
const content = await readContent(['content'])
const skills = new Set(content.trees.flatMap(skillsOf).map(({ id }) => id))
const proofs = tasksIn(content).map(task => ({ task, ...proveTask(task, skills) }))
const faults = proofs.flatMap(proof => proof.faults)
if (faults.length > 0) {
  console.error(faults.join('\n'))
  process.exitCode = 1
} else await writeFile('docs/content-proof.md', proofTable(proofs))
