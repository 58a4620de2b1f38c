/** What a person does in the company; one person may have several roles. */
export const ROLES = ['fitter', 'lead', 'quality', 'administrator', 'auditor'] as const;
export type Role = (typeof ROLES)[number];

export const ROLE_SAYS: Readonly<Record<Role, string>> = {
  fitter: 'measures joints, runs the purge, logs what was brazed',
  lead: 'plans jobs, lines and joints, assigns brazers',
  quality: 'signs procedures, judges coupons, hands the job over',
  administrator: 'lets people in, keeps the company’s tables, backs up',
  auditor: 'reads everything, changes nothing',
};

/** Those who work at the joint and judge it. */
export const BENCH: readonly Role[] = ['fitter', 'lead', 'quality'];
/** Those who plan and keep. */
export const OFFICE: readonly Role[] = ['lead', 'quality', 'administrator'];
