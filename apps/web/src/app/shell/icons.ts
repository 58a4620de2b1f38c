import { inject } from '@angular/core';
import { MatIconRegistry } from '@angular/material/icon';
import { DomSanitizer } from '@angular/platform-browser';
import keep from '@material-symbols/svg-400/outlined/badge.svg';
import close from '@material-symbols/svg-400/outlined/close.svg';
import prove from '@material-symbols/svg-400/outlined/content_cut.svg';
import contrast from '@material-symbols/svg-400/outlined/contrast.svg';
import home from '@material-symbols/svg-400/outlined/home.svg';
import braze from '@material-symbols/svg-400/outlined/local_fire_department.svg';
import person from '@material-symbols/svg-400/outlined/person.svg';
import question from '@material-symbols/svg-400/outlined/question_mark.svg';
import redo from '@material-symbols/svg-400/outlined/redo.svg';
import practise from '@material-symbols/svg-400/outlined/school.svg';
import search from '@material-symbols/svg-400/outlined/search.svg';
import plan from '@material-symbols/svg-400/outlined/straighten.svg';
import undo from '@material-symbols/svg-400/outlined/undo.svg';

/** The icons that are used, by the names templates give them: `<mat-icon svgIcon="close" />`. */
const ICONS = {
  braze,
  close,
  contrast,
  home,
  keep,
  person,
  plan,
  practise,
  prove,
  question,
  redo,
  search,
  undo,
} as const;

/** Makes them known once, as text of our own build. */
export function registerIcons(): void {
  const [registry, sanitizer] = [inject(MatIconRegistry), inject(DomSanitizer)];
  for (const [name, svg] of Object.entries(ICONS))
    registry.addSvgIconLiteral(name, sanitizer.bypassSecurityTrustHtml(svg));
}
