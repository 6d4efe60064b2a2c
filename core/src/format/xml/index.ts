export { readXml, textOf, writeXml, type XmlElement, type XmlNode } from './xml.ts'
