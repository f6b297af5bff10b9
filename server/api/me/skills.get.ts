import { getQuery, setResponseHeader } from 'h3'
import { z } from 'zod'
import { skillsView } from '../../../core/wire/skills'
import { answer } from '../../http/handler'
import { skillsCsv } from '../../services/results/skills'

export default answer(z.union([skillsView, z.string()]), async ({ event, services, person }) => {
  const view = await services.skills.report(await person())
  if (getQuery(event).format !== 'csv') return view
  setResponseHeader(event, 'Content-Type', 'text/csv; charset=utf-8')
  setResponseHeader(event, 'Content-Disposition', 'attachment; filename="skill-gap-report.csv"')
  return skillsCsv(view)
})
