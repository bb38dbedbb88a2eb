import { use as register } from "echarts/core";
import { SVGRenderer } from "echarts/renderers";

// For pictures that leave the application; loaded when the first one does.
register([SVGRenderer]);

export { init } from "./echarts";
