/** What the tools around a studio share: arguments, one line when it is done, one line when it is not. */

/**
 * @param most arguments taken; the first is needed
 * @param work does it and says what was done
 */
export async function runTool(name: string, most: number, work: (args: string[]) => Promise<string>): Promise<void> {
  const args = process.argv.slice(2);
  try {
    if (args.length < 1 || args.length > most)
      throw new Error(`Say which: npm run ${name} -- ${USAGE[name] ?? 'FILE'}`);
    process.stdout.write(`${await work(args)}\n`);
  } catch (error) {
    process.stderr.write(`${(error as Error).message}\n`);
    process.exitCode = 1;
  }
}
const USAGE: Readonly<Record<string, string>> = { restore: 'FILE [FOLDER]', owner: 'E-MAIL [NAME]', move: 'FROM TO' };
