import * as yup from 'yup';

/**
 * An object that holds one value for each key, as for each joint: keys are told from, their number is bounded.
 * @param value what is wrong with a value, or null
 */
export const byKey = (keyLike: RegExp, most: number, value: (v: unknown) => string | null) =>
  yup
    .object()
    .required()
    .meta({ open: true })
    .test('keys', '', (all, context) => {
      const entries = Object.entries(all);
      const bad = (path: string, message: string) => context.createError({ path, message });
      if (entries.length > most) return bad(context.path, `at most ${most} of them`);
      for (const [key, v] of entries) {
        const at = `${context.path}.${key.slice(0, 50)}`;
        if (!keyLike.test(key)) return bad(at, 'has a field that is not known here');
        const says = value(v);
        if (says) return bad(at, says);
      }
      return true;
    });
