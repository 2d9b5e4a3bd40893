export { Book } from "./Book";
