import '../withoutEval.ts'
import { expose } from 'comlink'
import {
  exportReport,
  writeForm,
  type ExportForm,
  type ExportReport,
  type FormOptions,
} from '@arrow-bend/core/format/handOver'
import { isNotInLottie } from '@arrow-bend/core/format/lottie'
import { BadFile } from '@arrow-bend/core/format/project'
import { sentenceOf } from '@arrow-bend/core/refusal'
import type { Project, Scene } from '@arrow-bend/core/scene'
import { loadTextFont, measureText } from '../draw/index.ts'
import type { Refused } from './fileWorker.ts'

/** What is to be written of a project, in a form that goes by text. */
export interface FormAsked extends Omit<FormOptions, 'pictureUrl' | 'measureText' | 'letters'> {
  readonly project: Project
  readonly scene: Scene
  readonly form: Exclude<ExportForm, 'bend'>
  /** URLs of pictures by asset id. */
  readonly urls: ReadonlyMap<string, string>
  /** The files of the font, where texts are to leave as shapes. */
  readonly fontFiles?: readonly Uint8Array[]
}

/** A file's text, and what of the scene came through how. */
export interface WrittenForm {
  readonly text: string
  readonly report: ExportReport
  /** Ids of the texts that are in a Lottie animation, as shapes. */
  readonly shaped: readonly string[]
}

const font = loadTextFont((self as unknown as { fonts: FontFaceSet }).fonts).catch(() => undefined)

const worker = {
  write: async ({
    project,
    scene,
    form,
    urls,
    fontFiles,
    ...options
  }: FormAsked): Promise<WrittenForm | Refused> => {
    await font
    const letters = fontFiles && (await import('@arrow-bend/core/letters')).openLetters(fontFiles)
    try {
      const text = writeForm(project, scene, form, {
        ...options,
        pictureUrl: (id) => urls.get(id) ?? '',
        measureText,
        ...(letters ? { letters } : {}),
      })
      return {
        text,
        report: exportReport(project, scene, form, letters),
        shaped:
          form === 'lottie'
            ? scene.layers.flatMap((layer) =>
                layer.kind === 'text' && !isNotInLottie(layer, letters) ? [layer.id] : [],
              )
            : [],
      }
    } catch (caught) {
      if (caught instanceof BadFile) return { refused: sentenceOf(caught) }
      throw caught
    }
  },
}
export type FormWorker = typeof worker

expose(worker)
