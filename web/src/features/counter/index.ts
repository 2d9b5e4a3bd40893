export { Counter } from "./Counter";
/** What is fetched after the first view. */
export const theRest = () => import("./questions");
