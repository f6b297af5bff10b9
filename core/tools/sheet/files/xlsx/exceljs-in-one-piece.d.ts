declare module 'exceljs/dist/exceljs.bare.min.js' {
  import library from 'exceljs'
  export default library
}
