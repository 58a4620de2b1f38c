/** Words with their first letter large, to begin a sentence. @example capital('number 2') // "Number 2" */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
