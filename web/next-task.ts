/** Lets the browser draw and answer before the next piece of work. */
export const nextTask = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));
