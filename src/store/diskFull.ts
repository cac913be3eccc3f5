/** How Node and MariaDB say that a disk is full: ENOSPC is errno 28; 135 is a table that cannot grow. */
const CODES = new Set(['ENOSPC', 'ER_DISK_FULL', 'ER_RECORD_FILE_FULL', 'ER_TEMP_FILE_WRITE_FAILURE']);

/** Did something fail for want of room on the disk? */
export function isDiskFull(e: unknown): boolean {
  const { code, message = '' } = (e ?? {}) as { code?: string; message?: string };
  return CODES.has(code ?? '') || /\berrno: (28|135)\b|no space left on device/i.test(message);
}
