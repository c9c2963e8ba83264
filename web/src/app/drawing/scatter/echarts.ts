import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

use([ScatterChart, LineChart, GridComponent, TooltipComponent, SVGRenderer]);

export { init };
