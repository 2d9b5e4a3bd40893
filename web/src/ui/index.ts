export { Choice } from "./Choice";
export { Dial } from "./Dial";
export { Failure, FieldError, type Problem } from "./Failure";
export { Fold } from "./Fold";
export { Notices, Refusal } from "./Notices";
export { NumberField } from "./NumberField";
export { UnitsContext, useUnits } from "./units";
