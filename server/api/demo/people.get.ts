import { z } from 'zod'
import { peopleIn } from '../../db/people'
import { answer } from '../../http/handler'
import { running } from '../../http/running'
import { settings } from '../../http/settings'
import { notFound } from '../../services/problem'

const demoPeople = z.strictObject({
  password: z.string(),
  people: z.array(z.strictObject({ name: z.string(), email: z.string(), about: z.string() })),
})

/** The demo's sign-ins, for the sign-in page. There is no such call outside demo mode. */
export default answer(demoPeople, async () => {
  if (!settings.demo) throw notFound('call')
  const { db } = await running()
  const people = await peopleIn(db).all()
  return { password: settings.demoPassword, people: people.map(({ name, email, about }) => ({ name, email, about })) }
})
