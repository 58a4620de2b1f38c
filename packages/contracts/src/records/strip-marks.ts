import type { StripMarks } from '@hephaist/core/coupons/strip-trace';
import * as yup from 'yup';
import { idSchema } from '../schemas/ids.js';

const point = () =>
  yup
    .tuple([yup.number().min(0).max(20000).required(), yup.number().min(0).max(20000).required()])
    .required('a point on the picture');

/** The picture a face was read from, and how: scale, bond line, band. Pixels of the picture as it was taken. */
export const faceTraceSchema = yup
  .object({
    pictureId: idSchema,
    scale: yup
      .object({ a: point(), b: point(), lengthM: yup.number().min(1e-5).max(1).required() })
      .noUnknown()
      .required(),
    line: yup.array(point()).min(2).max(50).required(),
    bandPx: yup.number().min(1).max(400).required(),
    voids: yup
      .string()
      .oneOf(['darker', 'lighter'] as const)
      .required(),
    /** How far an edge may be off, m. */
    edgeM: yup.number().min(0).max(0.01).required(),
    /** What was proposed was changed by hand. */
    corrected: yup.boolean().required(),
  })
  .noUnknown('has a field that is not known here');
export interface FaceTrace extends StripMarks {
  readonly pictureId: string;
  readonly edgeM: number;
  readonly corrected: boolean;
}

/** Largest picture taken in, bytes, and the kinds of picture. */
export const MOST_PICTURE_BYTES = 12 * 1024 * 1024;
export const PICTURE_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
/** A laboratory's report comes as it wrote it, or photographed. */
export const REPORT_TYPE = 'application/pdf';
