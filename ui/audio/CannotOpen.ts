/** Why an audio interface could not be opened: a sentence for the screen. */
export class CannotOpen extends Error {}
