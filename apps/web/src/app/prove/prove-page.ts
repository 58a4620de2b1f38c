import { Component } from '@angular/core';
@Component({ selector: 'hp-prove-page', template: '' })
export class ProvePage {}
