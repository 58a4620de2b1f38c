import type * as yup from 'yup';

/** An object that is refused when it has a field nobody asked for. */
export const strict = <T extends yup.Maybe<yup.AnyObject>>(schema: yup.ObjectSchema<T>) =>
  schema.noUnknown('has a field that is not known here');
