/**
 * Puts measures on an element when it is on the page, through the object model: the content security policy lets no style attribute through that comes
 * with the page.
 *
 * @param style properties of the style in the words of scripts, and custom ones with their two hyphens
 * @example <div ref={putStyle({ height: '40px' })} />
 */
export const putStyle =
  (style: Readonly<Record<string, string>>) =>
  (element: HTMLElement | null): void => {
    if (!element) return;
    for (const [name, value] of Object.entries(style))
      if (name.startsWith('--')) element.style.setProperty(name, value);
      else Object.assign(element.style, { [name]: value });
  };
