import { Component } from '@angular/core';
@Component({ selector: 'hp-braze-page', template: '' })
export class BrazePage {}
