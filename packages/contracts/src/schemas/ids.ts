import * as yup from 'yup';

/** Ids are made by the client, UUID version 7, so that a retry is harmless and rows sort by age. */
export const ID_LIKE = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
export const idSchema = yup.string().matches(ID_LIKE, 'choose one: an id by which it is on file').required();

/** Whether a day stands in the calendar, between 1900 and 2199. */
function isDay(v: string): boolean {
  const d = new Date(`${v.slice(0, 10)}T00:00:00Z`);
  return /^(19|20|21)/.test(v) && !Number.isNaN(d.getTime()) && d.toISOString().startsWith(v);
}

/** A calendar day in the zone of the job. */
export const daySchema = yup
  .string()
  .matches(/^\d{4}-\d{2}-\d{2}$/, 'a date as YYYY-MM-DD')
  .test('real', 'a date that exists', (v) => !v || isDay(v));

/** An instant in UTC. */
export const instantSchema = yup
  .string()
  .matches(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,3})?Z$/, 'an instant in UTC, e.g. 2026-01-31T14:05:00Z')
  .test('real', 'an instant that exists', (v) => !v || (isDay(v.slice(0, 10)) && !Number.isNaN(Date.parse(v))));

/** Text of one line, trimmed. */
export const oneLine = (label: string, max = 80) => yup.string().trim().max(max, `${label}: at most ${max} characters`);
export const note = () => yup.string().max(2000, 'at most 2000 characters').default('');

/** A number in its unit of storage; `allowed` says the range in the reader's units. */
export const number = (label: string, min: number, max: number, allowed: string) =>
  yup
    .number()
    .typeError(`${label} must be a number: ${allowed}`)
    .required(`${label} is needed: ${allowed}`)
    .min(min, `${label}: ${allowed}`)
    .max(max, `${label}: ${allowed}`);

/** A SHA-256, as 64 hexadecimal digits. */
export const sha256Schema = () =>
  yup
    .string()
    .matches(/^[0-9a-f]{64}$/, 'a SHA-256')
    .required();

/** The password given again, where something is signed. */
export const passwordAgainSchema = () => yup.string().max(200).required('Give your password to sign');
