import { anew } from './anew'

/** Files that people send are opened in a thread of their own, which can be stopped. */
export default anew
