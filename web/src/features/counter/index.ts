export { Counter } from "./Counter";
