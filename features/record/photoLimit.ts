/** A photo is made no bigger than this before it is sent [bytes]. */
export const MOST_PHOTO_BYTES = 160_000;
