import { marksQuery } from '../../../core/wire/assigning'
import { answerFile } from '../../http/handler'

export default answerFile(async ({ services, staff, query }) => {
  await staff('mark')
  return {
    type: 'text/csv; charset=utf-8',
    name: 'marks-book.csv',
    content: await services.marks.csv(query(marksQuery)),
  }
})
