import { evidenceWeight, masteryOf } from './mastery'
import type { Mastery } from './mastery'
import { skillsOf } from './tree'
import type { Skill, SkillTree } from './tree'

/** One judged criterion of a sitting that has ended. Points in hundredths. */
export interface JudgedCriterion {
  at: string
  sittingId: string
  taskId: string
  stepId: string
  criterionId: string
  /** All the skills that the criterion names. */
  skills: readonly string[]
  points: number
  outOf: number
  /** Kinds of mistake in all its failed checks. */
  faults: readonly string[]
}

export interface SkillReport {
  skill: Skill
  target: number
  mastery: Mastery
  /** Newest first. */
  evidence: JudgedCriterion[]
  /** Kinds of mistake and how often, most frequent first. */
  faults: { fault: string; times: number }[]
}

export interface AreaReport {
  id: string
  title: string
  mastery: Mastery
  /** Judged criteria, each once, however many of its skills they name. */
  count: number
  skills: SkillReport[]
}

/** What a report stands on: judged criteria that named any skill of it. */
export interface Basis {
  criteria: number
  sittings: number
  newest: string | null
}

export interface GapReport extends Basis {
  trade: SkillTree['id']
  title: string
  at: string
  target: number
  areas: AreaReport[]
  /** Skills to work on, in the order in which to close them. */
  closeFirst: SkillReport[]
}

const DAY_MS = 86_400_000

const evidenceOf = (judged: JudgedCriterion, now: string) => ({
  r: judged.points / judged.outOf,
  w: evidenceWeight(judged.skills.length, (Date.parse(now) - Date.parse(judged.at)) / DAY_MS),
  step: `${judged.sittingId}/${judged.taskId}/${judged.stepId}`,
})

/** The reports of several trades, with what they stand on and what to close first across all of them. */
export function gapReports(
  trees: readonly SkillTree[],
  judged: readonly JudgedCriterion[],
  now: string,
): Basis & { trades: GapReport[]; closeFirst: SkillReport[] } {
  const trades = trees.map(tree => gapReport(tree, judged, now))
  return {
    ...basisOf(trees, judged),
    trades,
    closeFirst: closeFirstOf(trades),
  }
}

/** Gaps before unproven, across trades; within each the trade that was practised last comes first. */
function closeFirstOf(trades: readonly GapReport[]): SkillReport[] {
  const dates = [...new Set(trades.map(({ newest }) => newest ?? ''))].sort().reverse()
  const ordered = dates.flatMap(date => {
    const practised = trades.filter(({ newest }) => (newest ?? '') === date)
    return closeFirst(practised.flatMap(({ areas }) => areas.flatMap(({ skills }) => skills)))
  })
  const isGap = ({ mastery }: SkillReport): boolean => mastery.standing === 'gap'
  return [...ordered.filter(isGap), ...ordered.filter(one => !isGap(one))]
}

function basisOf(trees: readonly SkillTree[], judged: readonly JudgedCriterion[]): Basis {
  const known = new Set(trees.flatMap(skillsOf).map(({ id }) => id))
  const counted = judged.filter(({ skills }) => skills.some(id => known.has(id)))
  return {
    criteria: counted.length,
    sittings: new Set(counted.map(({ sittingId }) => sittingId)).size,
    newest: counted.reduce<string | null>((newest, { at }) => (newest === null || at > newest ? at : newest), null),
  }
}

/** What all the evidence says about every skill of the tree, as of `now`. */
export function gapReport(tree: SkillTree, judged: readonly JudgedCriterion[], now: string): GapReport {
  const areas = tree.areas.map((area): AreaReport => {
    const skills = area.skills.map(skill => reportSkill(skill, skill.target ?? tree.target, judged, now))
    const pooled = skills.flatMap(({ evidence }) => evidence.map(one => evidenceOf(one, now)))
    const count = new Set(skills.flatMap(({ evidence }) => evidence)).size
    return { id: area.id, title: area.title, mastery: ofArea(masteryOf(pooled, tree.target), skills), count, skills }
  })
  return {
    ...basisOf([tree], judged),
    trade: tree.id,
    title: tree.title,
    at: now,
    target: tree.target,
    areas,
    closeFirst: closeFirst(areas.flatMap(({ skills }) => skills)),
  }
}

/** An area is secure only where something is known of at least half of its skills. */
function ofArea(pooled: Mastery, skills: readonly SkillReport[]): Mastery {
  const known = skills.filter(({ evidence }) => evidence.length > 0).length
  return pooled.standing === 'secure' && known * 2 < skills.length ? { ...pooled, standing: 'unproven' } : pooled
}

function reportSkill(skill: Skill, target: number, judged: readonly JudgedCriterion[], now: string): SkillReport {
  const evidence = judged
    .filter(({ skills }) => skills.includes(skill.id))
    .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0))
  const counts = new Map<string, number>()
  for (const fault of evidence.flatMap(one => one.faults)) counts.set(fault, (counts.get(fault) ?? 0) + 1)
  return {
    skill,
    target,
    mastery: masteryOf(
      evidence.map(one => evidenceOf(one, now)),
      target,
    ),
    evidence,
    faults: [...counts].map(([fault, times]) => ({ fault, times })).sort((a, b) => b.times - a.times),
  }
}

/**
 * Gaps before unproven; within each the largest weighted distance to the target first, but a skill
 * that another of them builds on comes before it.
 */
export function closeFirst(skills: readonly SkillReport[]): SkillReport[] {
  const distance = ({ skill, target, mastery }: SkillReport): number => (target - mastery.level) * skill.weight
  return (['gap', 'unproven'] as const).flatMap(standing => {
    const waiting = skills
      .filter(({ mastery }) => mastery.standing === standing)
      .sort((a, b) => distance(b) - distance(a))
    const ordered: SkillReport[] = []
    while (waiting.length > 0) {
      const free = waiting.findIndex(
        ({ skill }) => !waiting.some(other => other.skill.id !== skill.id && skill.needs.includes(other.skill.id)),
      )
      ordered.push(...waiting.splice(Math.max(0, free), 1))
    }
    return ordered
  })
}
