/** From which kind of device a request came: as much as tells a phone from the hall's computer, and no more. */
import Bowser from 'bowser';

const KIND: Readonly<Record<string, string>> = { mobile: 'phone', tablet: 'tablet', desktop: 'computer', tv: 'screen' };

/**
 * Its kind, system and browser, without versions.
 * @example deviceOf(undefined) // => 'a program'
 */
export function deviceOf(agent: string | undefined): string {
  if (!agent) return 'a program';
  const { platform, os, browser } = Bowser.parse(agent.slice(0, 400));
  const kind = KIND[platform.type ?? ''];
  const rest = [os.name, browser.name].filter((part) => part !== undefined && part !== '');
  return kind === undefined && rest.length === 0 ? 'a program' : [kind ?? 'a device', ...rest].join(' · ');
}
