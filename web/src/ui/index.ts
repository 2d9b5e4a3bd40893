export { Choice } from "./Choice";
export { Dial } from "./Dial";
export { Failure, FieldError } from "./Failure";
export { NumberField } from "./NumberField";
export { UnitsContext, useUnits } from "./units";
