import * as yup from 'yup';

/**
 * A check across the fields of an object, held back until each field is in itself well formed:
 * what is wrong with a field is then said at that field, and the check never meets a value of the wrong shape.
 */

/** What the reader passes to the schemas while it looks at the fields only, and then at the whole. */
export interface Looking {
  /** True while only fields are looked at; then the places that were wrong. */
  readonly bad: true | readonly string[];
}

const within = (path: string, place: string) =>
  path === '' || place === path || place.startsWith(`${path}.`) || place.startsWith(`${path}[`);

/**
 * A test function for a whole object or list; where it is absent, or a field that it looks at is wrong, it says nothing.
 * @param fields those that it looks at; none for all
 */
export function whole<T>(
  fields: readonly string[],
  judge: (value: NonNullable<T>, context: yup.TestContext) => boolean | yup.ValidationError,
): yup.TestFunction<T> {
  return (value, context) => {
    const { bad } = (context.options.context ?? {}) as Partial<Looking>;
    const own = context.path ?? '';
    const looksAt = fields.length ? fields.map((f) => (own ? `${own}.${f}` : f)) : [own];
    if (bad === true || bad?.some((place) => place === own || looksAt.some((f) => within(f, place)))) return true;
    return value === null || value === undefined || judge(value as NonNullable<T>, context);
  };
}

/** The place of a field of what a test looks at, for `createError`. */
export const placeIn = ({ path }: yup.TestContext, field: string): string => (path ? `${path}.${field}` : field);
