/** Where alarms stand (index.html): beside the page, above its dialogs. A dialog leaves it alone: it can be pressed, and pressing it closes nothing. */
export const ALARM_PLACE = "alarm";
export const alarmStays = [() => document.getElementById(ALARM_PLACE)];
