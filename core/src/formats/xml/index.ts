export { Element } from './element.ts';
export { childrenOf, find, numberOf, readXml, textOf, type XmlNode } from './read-xml.ts';
