import { createContext } from 'react';

/** What the value being typed says against its limits, for the step to show beside what is typed. */
export const StageMargins = createContext<React.ReactNode>(null);
