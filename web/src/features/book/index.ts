export { Book } from "./Book";
export { Cooked } from "./Cooked";
