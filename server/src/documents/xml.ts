/** A tree as an XML document: attributes are named with an at sign, text beside them with a hash. */
import { XMLBuilder } from "fast-xml-parser";

const options = {
  ignoreAttributes: false,
  attributeNamePrefix: "@",
  textNodeName: "#",
  format: true,
  indentBy: "  ",
  suppressEmptyNode: true,
  // Within text only these need to be written out; attributes hold constants.
  entities: [
    { regex: /&/g, val: "&amp;" },
    { regex: />/g, val: "&gt;" },
    { regex: /</g, val: "&lt;" },
  ],
};
const builder = new XMLBuilder(options);

export const xmlOf = (tree: object): string =>
  builder.build({ "?xml": { "@version": "1.0", "@encoding": "UTF-8" }, ...tree });
