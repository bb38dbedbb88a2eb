import { weekendBy } from "./weekend/weekend-by";

weekendBy("keyboard");
