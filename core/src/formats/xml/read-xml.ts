import { XMLParser } from 'fast-xml-parser';
import { SyntaxValidator } from 'fast-xml-validator';
import { fail, ok, type Result } from '../../fault/index.ts';

/** An XML element that was read. */
export interface XmlNode {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly XmlNode[];
  /** Its own text, without that of its children, trimmed. */
  readonly text: string;
}

type ParsedNode = Record<string, unknown>;

/** Elements inside one another beyond any music. */
const deepest = 60;

const named: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/** The five entities of XML and characters by number; a file's own entities are never looked up. */
const decode = (text: string): string =>
  text.replace(
    /&(?:#x([0-9a-f]{1,6})|#(\d{1,7})|(\w+));/gi,
    (whole, hex?: string, decimal?: string, name?: string) => {
      const code = hex ? parseInt(hex, 16) : decimal ? Number(decimal) : undefined;
      if (code !== undefined) return code > 0 && code <= 0x10ffff ? String.fromCodePoint(code) : '';
      return named[name ?? ''] ?? whole;
    },
  );

/** A document type declaration is no longer; what follows is looked at nowhere, so that no file can keep the reader busy. */
const longestDoctype = 4000;

/** Whether the document type declares anything of its own; a second declaration is as bad. */
function definesEntities(text: string): boolean {
  const at = text.search(/<!DOCTYPE/i);
  if (at < 0) return /<!ENTITY/i.test(text);
  const declared = text.slice(at, at + longestDoctype);
  const end = declared.search(/[>[]/);
  const rest = text.slice(at + 9);
  return end < 0 || declared[end] === '[' || /<!(?:ENTITY|DOCTYPE)/i.test(rest);
}

/** Where a file stops being well-formed, in words to follow "broken"; undefined when it never does. */
function whereBroken(text: string): string | undefined {
  try {
    SyntaxValidator.validate(text);
    return undefined;
  } catch (error) {
    const { message, line } = error as Error & { readonly line?: number };
    return `${line === undefined ? '' : ` at line ${line}`}: ${message.replace(/\.$/, '')}`;
  }
}

/**
 * Reads XML without any of its dangers: a file that is not well-formed is refused with its line, a file that defines entities of its own is refused, nothing outside it is fetched, and
 * elements may not nest without end.
 */
export function readXml(text: string): Result<XmlNode> {
  if (definesEntities(text))
    return fail('The XML defines entities of its own', 'Save the file again without them');
  const broken = whereBroken(text);
  if (broken !== undefined)
    return fail(`The XML is broken${broken}`, 'Save the file again in its program, or choose another');
  try {
    const parser = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      processEntities: false,
      parseTagValue: false,
      parseAttributeValue: false,
      ignoreDeclaration: true,
      ignorePiTags: true,
      maxNestedTags: deepest,
    });
    const parsed = parser.parse(text) as ParsedNode[];
    const root = parsed.map(nodeOf).find((node) => node !== undefined);
    return root ? ok(root) : fail('The file holds no XML element', 'Choose a MusicXML file');
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    return fail(`The XML cannot be read: ${reason}`, 'Save the file again, or choose another');
  }
}

function nodeOf(parsed: ParsedNode): XmlNode | undefined {
  const name = Object.keys(parsed).find((key) => key !== ':@' && key !== '#text');
  if (name === undefined) return undefined;
  const inner = parsed[name];
  const parts = Array.isArray(inner) ? (inner as ParsedNode[]) : [];
  const attributes = Object.entries((parsed[':@'] ?? {}) as Record<string, unknown>).map(([key, value]) => [
    key,
    decode(String(value)),
  ]);
  return {
    name,
    attributes: Object.fromEntries(attributes) as Record<string, string>,
    children: parts.map(nodeOf).filter((node) => node !== undefined),
    text: decode(
      parts
        .map((part) => part['#text'])
        .filter((part) => typeof part === 'string' || typeof part === 'number')
        .join(''),
    ).trim(),
  };
}

export const childrenOf = (node: XmlNode | undefined, name: string): XmlNode[] =>
  node?.children.filter((child) => child.name === name) ?? [];

/** The first element down a path of names: `find(note, 'notations', 'technical', 'fret')`. */
export function find(node: XmlNode | undefined, ...path: readonly string[]): XmlNode | undefined {
  let at = node;
  for (const name of path) at = at?.children.find((child) => child.name === name);
  return at;
}

/** Text down a path; undefined where there is none. */
export const textOf = (node: XmlNode | undefined, ...path: readonly string[]): string | undefined => {
  const text = find(node, ...path)?.text;
  return text === '' ? undefined : text;
};

/** A finite number down a path. */
export function numberOf(node: XmlNode | undefined, ...path: readonly string[]): number | undefined {
  const text = textOf(node, ...path);
  const value = text === undefined ? NaN : Number(text);
  return Number.isFinite(value) ? value : undefined;
}
