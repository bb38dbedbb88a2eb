import { weekendBy } from "./weekend/weekend-by";

weekendBy("mouse");
