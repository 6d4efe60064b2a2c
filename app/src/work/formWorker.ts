import '../withoutEval.ts'
import { expose } from 'comlink'
import {
  exportReport,
  writeForm,
  type ExportForm,
  type ExportReport,
  type FormOptions,
} from '@arrow-bend/core/format/handOver'
import { BadFile } from '@arrow-bend/core/format/project'
import { sentenceOf } from '@arrow-bend/core/refusal'
import type { Project, Scene } from '@arrow-bend/core/scene'
import { loadTextFont, measureText } from '../draw/index.ts'
import type { Refused } from './fileWorker.ts'

/** What is to be written of a project, in a form that goes by text. */
export interface FormAsked extends Omit<FormOptions, 'pictureUrl' | 'measureText'> {
  readonly project: Project
  readonly scene: Scene
  readonly form: Exclude<ExportForm, 'bend'>
  /** URLs of pictures by asset id. */
  readonly urls: ReadonlyMap<string, string>
}

/** A file's text, and what of the scene came through how. */
export interface WrittenForm {
  readonly text: string
  readonly report: ExportReport
}

const font = loadTextFont((self as unknown as { fonts: FontFaceSet }).fonts).catch(() => undefined)

const worker = {
  write: async ({ project, scene, form, urls, ...options }: FormAsked): Promise<WrittenForm | Refused> => {
    await font
    try {
      const text = writeForm(project, scene, form, {
        ...options,
        pictureUrl: (id) => urls.get(id) ?? '',
        measureText,
      })
      return { text, report: exportReport(project, scene, form) }
    } catch (caught) {
      if (caught instanceof BadFile) return { refused: sentenceOf(caught) }
      throw caught
    }
  },
}
export type FormWorker = typeof worker

expose(worker)
