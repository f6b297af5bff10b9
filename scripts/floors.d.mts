export const floors: string[]
export const serviceFloors: string[]
export const belowProof: string[]
export const toolFolders: string[]
