// The library in one piece: its parts as the package lists them don’t survive the building of the server.
import library from 'exceljs/dist/exceljs.bare.min.js'

export const ExcelJS = library
