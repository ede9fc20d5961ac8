export function filledFolder(): string;
export function fillOnce(): void;
export function removeFilled(): void;
