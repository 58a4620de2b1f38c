import { inject, Injectable } from '@angular/core';
import { Title } from '@angular/platform-browser';
import { type RouterStateSnapshot, TitleStrategy } from '@angular/router';

/** What the tab is called: the joint and the place of an open job, and which job it is. */
@Injectable({ providedIn: 'root' })
export class PageTitles extends TitleStrategy {
  private readonly title = inject(Title);
  private place = 'Hephaist';
  private job = '';
  private mark = '';

  override updateTitle(snapshot: RouterStateSnapshot): void {
    this.place = this.buildTitle(snapshot) ?? 'Hephaist';
    this.write();
  }

  /** The open job and its selected joint; empty where there is none. */
  of(job: string, mark: string): void {
    [this.job, this.mark] = [job, mark];
    this.write();
  }

  private write(): void {
    const [place = '', ...rest] = this.place.split(' · ');
    this.title.setTitle([this.mark, place, this.job, ...rest].filter(Boolean).join(' · '));
  }
}
