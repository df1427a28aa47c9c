// What only a device session needs; a peel does not wait for it.
import { DeviceRun } from './device.js';
import { readsDevices } from './player.js';

readsDevices(DeviceRun);
export { waysOf } from './device.js';
export { DeviceMap } from './device-map.js';
export { deviceFaults, deviceTimes, deviceView } from './device-views.js';
export { DeviceLink } from './link.js';
