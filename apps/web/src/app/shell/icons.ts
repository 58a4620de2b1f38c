import { inject } from '@angular/core';
import { MatIconRegistry } from '@angular/material/icon';
import { DomSanitizer } from '@angular/platform-browser';
import close from '@material-symbols/svg-400/outlined/close.svg';
import contrast from '@material-symbols/svg-400/outlined/contrast.svg';
import question from '@material-symbols/svg-400/outlined/question_mark.svg';
import redo from '@material-symbols/svg-400/outlined/redo.svg';
import undo from '@material-symbols/svg-400/outlined/undo.svg';

/** The icons that are used, by the names templates give them: `<mat-icon svgIcon="close" />`. */
const ICONS = { close, contrast, question, redo, undo } as const;

/** Makes them known once, as text of our own build. */
export function registerIcons(): void {
  const [registry, sanitizer] = [inject(MatIconRegistry), inject(DomSanitizer)];
  for (const [name, svg] of Object.entries(ICONS))
    registry.addSvgIconLiteral(name, sanitizer.bypassSecurityTrustHtml(svg));
}
