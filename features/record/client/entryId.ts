import { nanoid } from 'nanoid';
import { useState } from 'react';

export const newId = () => nanoid();

/** One id for as long as a form stands: a second click on it is the same event. */
export function useEntryId(): string {
  return useState(newId)[0];
}
