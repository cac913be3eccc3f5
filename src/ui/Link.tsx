import type { ComponentProps } from 'react';

/**
 * A link to a screen of Morula: a plain anchor, which the frame follows without loading everything anew
 * (modules/frame/screens/LinkGuard). It asks for nothing before it is clicked: a walk of seventy units has two hundred links, and
 * the framework's own would fetch what stands behind each as soon as it is seen, for every reader of the page.
 * @param scroll false where the page stays where it is: a part of it opens
 */
export function Link({ scroll = true, ...anchor }: ComponentProps<'a'> & { href: string; scroll?: boolean }) {
  return <a data-soft={scroll ? 'top' : 'stay'} {...anchor} />;
}
