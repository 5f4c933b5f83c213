/** Where keys go: from the deck to the field a reading is typed in, and back. */
export const DECK = "practice-deck";
export const READING = "practice-reading";
