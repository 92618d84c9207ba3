// Stands in the app for the parts of packages that it leaves out: see metro.config.js.
function leftOut() {
  throw new Error('This part of a package is not in the app.');
}

export default leftOut;
export const toJSONSchema = leftOut;
export const fromJSONSchema = leftOut;
export const createToJSONSchemaMethod = () => leftOut;
export const createStandardJSONSchemaMethod = () => leftOut;
