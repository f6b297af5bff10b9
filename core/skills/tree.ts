import { z } from 'zod'
import { slug, trade } from '../paper/schema'
import type { Trade } from '../paper/schema'

export const skill = z.strictObject({
  id: slug,
  title: z.string(),
  /** What a trainee who has it can do, in one sentence. */
  can: z.string(),
  /** Skills that this one builds on. */
  needs: z.array(slug).default([]),
  /** The level to reach, where it differs from the tree's. */
  target: z.number().gt(0).lt(1).optional(),
  /** How much it counts in the programme. */
  weight: z.number().positive().default(1),
  read: z.array(z.string()).default([]),
})
export type Skill = z.infer<typeof skill>

export const skillTree = z.strictObject({
  /** The trade whose skills these are. */
  id: trade,
  title: z.string(),
  target: z.number().gt(0).lt(1).default(0.7),
  areas: z.array(z.strictObject({ id: slug, title: z.string(), skills: z.array(skill).min(1) })).min(1),
})
export type SkillTree = z.infer<typeof skillTree>

export function skillsOf(tree: SkillTree): Skill[] {
  return tree.areas.flatMap(area => area.skills)
}

/** The trees of a programme, in its order. Without one they are those of the papers given; else the first. */
export function treesOf(
  programme: readonly Trade[] | null,
  papersGiven: readonly Trade[],
  trees: readonly SkillTree[],
): SkillTree[] {
  const wanted = programme ?? trade.options.filter(one => papersGiven.includes(one))
  const found = wanted.flatMap(id => trees.find(tree => tree.id === id) ?? [])
  return found.length > 0 ? found : trees.slice(0, 1)
}

/** Skills that stand in more than one tree, as sentences: evidence couldn't tell which is meant. */
export function proveTrees(trees: readonly SkillTree[]): string[] {
  const seen = new Map<string, string>()
  return trees.flatMap(tree =>
    skillsOf(tree).flatMap(({ id }) => {
      const other = seen.get(id)
      seen.set(id, tree.id)
      return other === undefined || other === tree.id ? [] : [`The skill ${id} stands in ${other} and in ${tree.id}.`]
    }),
  )
}

/** Everything wrong with a tree beyond its shape: skills named twice, needs that don't exist or go in a circle. */
export function proveTree(tree: SkillTree): string[] {
  const skills = skillsOf(tree)
  const byId = new Map(skills.map(one => [one.id, one]))
  const faults = skills
    .filter((one, index) => skills.findIndex(({ id }) => id === one.id) !== index)
    .map(({ id }) => `The skill ${id} stands in the tree twice.`)
  for (const { id, needs } of skills) {
    faults.push(...needs.filter(need => !byId.has(need)).map(need => `${id} needs ${need}, which doesn't exist.`))
    if (reaches(byId, needs, id, new Set())) faults.push(`${id} needs itself, by way of others.`)
  }
  return faults
}

function reaches(
  skills: ReadonlyMap<string, Skill>,
  from: readonly string[],
  target: string,
  seen: Set<string>,
): boolean {
  return from.some(id => {
    if (id === target) return true
    if (seen.has(id)) return false
    seen.add(id)
    return reaches(skills, skills.get(id)?.needs ?? [], target, seen)
  })
}
