export { exportReport, reportText, type ExportReport, type Fidelity, type ReportRow } from './exportReport.ts'
export {
  amountWords,
  MEASURED_FORMS,
  MEASURED_KINDS,
  Measuring,
  type Largest,
  type Measured,
  type ShownLayer,
} from './measuring.ts'
export { EXPORT_FORMS, formOfEnding, isExportForm, type ExportForm, type FormFacts } from './forms.ts'
export { picturesBeside, type WithPictures } from './picturesBeside.ts'
export { writeForm, type FormOptions } from './writeForm.ts'
