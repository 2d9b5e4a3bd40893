export { Fire } from "./Fire";
