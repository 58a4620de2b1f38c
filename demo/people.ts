import type { Role } from '@hephaist/contracts/records/roles';

/** An invented person who can sign in to the demo. The passwords are no secret: they are printed when it starts. */
export interface DemoPerson {
  readonly id: string;
  readonly name: string;
  readonly person: string;
  readonly roles: Role[];
  readonly password: string;
  /** What this person does here, in a few words. */
  readonly does: string;
  /** Mark of the brazer this person is. */
  readonly brazerMark: string | null;
}

const person = (
  n: number,
  name: string,
  who: string,
  role: Role,
  password: string,
  does: string,
  brazerMark: string | null = null,
): DemoPerson => ({
  id: `01900000-0000-7000-8000-${(0xb00 + n).toString(16).padStart(12, '0')}`,
  name,
  person: who,
  roles: [role],
  password,
  does,
  brazerMark,
});

export const DEMO_PEOPLE: readonly DemoPerson[] = [
  person(1, 'orla', 'Orla Fennimore', 'fitter', 'tide-and-torch', 'brazes, and logs what she brazed', '07'),
  person(2, 'wren', 'Wren Abara', 'lead', 'salt-and-socket', 'plans the job, its lines and joints'),
  person(3, 'imre', 'Imre Oyelaran', 'quality', 'strip-and-void', 'signs procedures, coupons and hand-overs'),
  person(4, 'tamsin', 'Tamsin Roque', 'administrator', 'keys-and-ledgers', 'lets people in and gives roles'),
  person(5, 'sol', 'Sol Whitcombe', 'auditor', 'look-and-leave', 'reads everything, and changes nothing'),
];
