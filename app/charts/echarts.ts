import { BarChart, CandlestickChart, LineChart } from "echarts/charts";
import { AxisPointerComponent, GridComponent, MarkAreaComponent, TooltipComponent } from "echarts/components";
import { init, use as register } from "echarts/core";
import { CanvasRenderer } from "echarts/renderers";

// Only the parts that are drawn with; loaded when the first chart is.
register([
  BarChart,
  CandlestickChart,
  LineChart,
  AxisPointerComponent,
  GridComponent,
  MarkAreaComponent,
  TooltipComponent,
  CanvasRenderer,
]);

export { init };
