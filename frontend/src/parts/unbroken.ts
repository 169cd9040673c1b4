/** Figures that stay with their unit: no line begins with “%”, and none ends with “5”. */
const FIGURE = /(\d) (?=\d+\/\d|(?:%|°[CF]|ml|l|g|kg|mm|cm|in|oz|lb|tsp|tbsp|cups?|min|ft|m)(?![a-z]))/g;

export const unbroken = (says: string): string => says.replace(FIGURE, "$1\u00a0");
