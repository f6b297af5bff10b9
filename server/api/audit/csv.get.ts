import { answerFile } from '../../http/handler'

export default answerFile(async ({ services, staff }) => {
  const reader = await staff('read-audit')
  return { type: 'text/csv; charset=utf-8', name: 'audit.csv', content: await services.audit.csv(reader) }
})
