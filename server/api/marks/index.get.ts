import { marksQuery, marksView } from '../../../core/wire/assigning'
import { answer } from '../../http/handler'

export default answer(marksView, async ({ services, staff, query }) => {
  await staff('mark')
  return services.marks.book(query(marksQuery))
})
