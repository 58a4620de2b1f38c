import { Component } from '@angular/core';
@Component({ selector: 'hp-practise-page', template: '' })
export class PractisePage {}
