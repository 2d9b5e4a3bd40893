export { Office } from "./Office";
