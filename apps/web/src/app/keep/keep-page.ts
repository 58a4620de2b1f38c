import { Component } from '@angular/core';
@Component({ selector: 'hp-keep-page', template: '' })
export class KeepPage {}
