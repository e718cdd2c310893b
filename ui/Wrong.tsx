import type { ReactNode } from 'react';

/** What is wrong with the field it stands under. */
export const Wrong = ({ children }: { children: ReactNode }) =>
  children ? (
    <span role="alert" className="mt-1 block font-bold text-rust">
      {children}
    </span>
  ) : null;
