export { Card } from "./Card";
export { Ways } from "./Ways";
