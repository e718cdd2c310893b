/** So many jobs that left are found at once; what more there is, more words will find. */
export const MOST_FOUND = 30;
