/** Length of a full log, in ft. */
export const LOG_FT = 16;
/** What a full log is cut to beyond its length, in ft. */
const TRIM_FT = 0.3;
/** Top of the first log above the ground, in ft: a stump of one foot, the log and its trim. */
export const FORM_CLASS_HEIGHT_FT = 1 + LOG_FT + TRIM_FT;
