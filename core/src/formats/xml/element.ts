import XMLBuilder from 'fast-xml-builder';

type OrderedNode = Record<string, OrderedNode[] | string | Record<string, string>>;

/**
 * An XML element under construction. Order of children is kept, as schemas ask. Escaping and writing are the
 * library's; this only keeps a builder's handle on its ordered nodes.
 */
export class Element {
  readonly #children: OrderedNode[] = [];

  /** Adds a child element and answers it. */
  ele(name: string, attributes: Readonly<Record<string, string>> = {}): Element {
    const child = new Element();
    const named = Object.entries(attributes).map(([attribute, value]) => [`@_${attribute}`, value]);
    this.#children.push({
      [name]: child.#children,
      ...(named.length > 0 ? { ':@': Object.fromEntries(named) as Record<string, string> } : {}),
    });
    return child;
  }

  /** Adds text; characters that mean something in XML are escaped when it is written. */
  txt(text: string): this {
    if (text !== '') this.#children.push({ '#text': text });
    return this;
  }

  /** The element's children as XML text, one to a line unless it is to be compact. */
  toXml({ compact = false }: { readonly compact?: boolean } = {}): string {
    const builder = new XMLBuilder({
      preserveOrder: true,
      ignoreAttributes: false,
      format: !compact,
      indentBy: ' ',
      suppressEmptyNode: true,
    });
    return builder.build(this.#children);
  }
}
