'use client';
import { createContext, useContext } from 'react';
import type { FaultCards } from '@/core/index.ts';

const Cards = createContext<FaultCards>({});

/** What this engine's faults are called and how they are mended, for everything below; what they do to checks stays with the reasoner. */
export const FaultWords = Cards.Provider;

export const useFaultCards = (): FaultCards => useContext(Cards);
