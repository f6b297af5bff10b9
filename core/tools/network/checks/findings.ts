import type { Finding } from '../../tool'

export const finding = (met: boolean, expected: string, found: string, fault: string): Finding =>
  met ? { met, share: 1, expected, found } : { met, share: 0, expected, found, fault }
