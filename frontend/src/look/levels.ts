/** The words, colours and edges of findings and of where jars may live: each has a shape and a word besides its colour. */

/** How serious a finding is, told by the edge of its slip as well as by its word. */
export const LEVELS = {
  stop: { word: "Stop", edge: "solid", color: "beet.600", wash: "beet.100", width: "10px" },
  limit: { word: "Limit", edge: "double", color: "frost.600", wash: "whey.50", width: "8px" },
  caution: { word: "Caution", edge: "dashed", color: "mustard.700", wash: "whey.50", width: "3px" },
  note: { word: "Note", edge: "dotted", color: "whey.400", wash: "transparent", width: "3px" },
} as const;

export const DESTINATIONS = {
  shelf: { word: "Shelf", says: "These jars may stand on the shelf.", color: "shelf", wash: "shelf.wash" },
  fridge: { word: "Refrigerator", says: "Refrigerator or freezer only.", color: "fridge", wash: "fridge.wash" },
  discard: { word: "Do not jar", says: "Not safe to jar as it stands.", color: "discard", wash: "discard.wash" },
} as const;
