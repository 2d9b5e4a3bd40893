export { Service } from "./Service";
