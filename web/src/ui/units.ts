import { createContext, useContext } from "react";
import { METRIC, type Units } from "../units";

export const UnitsContext = createContext<Units>(METRIC);
export const useUnits = () => useContext(UnitsContext);
