export function ensurePostgres(): string;
export function startPostgres(
  settings?: Readonly<Record<string, string | number>>,
): Promise<{ address: string; stop: () => Promise<void> }>;
