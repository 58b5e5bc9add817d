import { ConnectionAcquireTimeoutError, ConnectionRefusedError, DatabaseError } from 'sequelize'
import { describe, expect, it } from 'vitest'
import { storeTrouble } from './store'

/** An error as the driver makes it, in the wrapping that the store gives it. */
function told(code: string, sqlState: string, message = code): DatabaseError {
  return new DatabaseError(Object.assign(new Error(message), { code, sqlState, sql: '' }))
}

describe('what a database says', () => {
  it.each([
    ['ER_DISK_FULL', 'HY000', 'Disk full (/tmp/#sql); waiting for someone to free some space'],
    ['ER_RECORD_FILE_FULL', 'HY000', "The table 'readings' is full"],
    ['ER_ERROR_ON_WRITE', 'HY000', `Error writing file 'x' (errno: 28 "No space left on device")`],
    ['ER_GET_ERRNO', 'HY000', 'Got error 28 "No space left on device" from storage engine InnoDB'],
    ['ER_GET_ERRNO', 'HY000', 'Got error 122 "Disk quota exceeded" from storage engine InnoDB'],
  ])('%s (%s, %s) is a full disk', (code, state, message) => {
    expect(storeTrouble(told(code, state, message))).toBe('store-full')
  })

  it.each([
    ['ER_OPTION_PREVENTS_STATEMENT', 'HY000', 'The MariaDB server is running with the --read-only option'],
    ['ER_LOCK_TABLE_FULL', 'HY000', 'The total number of locks exceeds the lock table size'],
    ['ER_OUT_OF_RESOURCES', 'HY000', 'Out of memory'],
    ['ER_CON_COUNT_ERROR', '08004', 'Too many connections'],
    ['ER_SERVER_SHUTDOWN', '08S01', 'Server shutdown in progress'],
    ['ER_NEW_WITH_A_LATER_VERSION', 'HY000', 'nobody knows'],
  ])('%s (%s) is a store that is away', (code, state, message) => {
    expect(storeTrouble(told(code, state, message))).toBe('database-away')
  })

  it.each([
    ['ER_LOCK_DEADLOCK', '40001'],
    ['ER_LOCK_WAIT_TIMEOUT', 'HY000'],
  ])('%s after all tries is a store with too much to do', (code, state) => {
    expect(storeTrouble(told(code, state))).toBe('busy')
  })

  it.each([
    ['ER_DATA_TOO_LONG', '22001'],
    ['ER_TRUNCATED_WRONG_VALUE_FOR_FIELD', 'HY000'],
    ['ER_WARN_DATA_OUT_OF_RANGE', '22003'],
    ['ER_BAD_NULL_ERROR', '23000'],
    ['ER_PARSE_ERROR', '42000'],
    ['ER_NO_DEFAULT_FOR_FIELD', 'HY000'],
  ])('%s (%s) is about what was given to it', (code, state) => {
    expect(storeTrouble(told(code, state))).toBeNull()
  })

  it('is told from what is no matter of the store, and from a line that cannot be had', () => {
    expect(storeTrouble(new TypeError('x is undefined'))).toBeNull()
    expect(storeTrouble('no error at all')).toBeNull()
    expect(storeTrouble(new ConnectionRefusedError(new Error('connect ECONNREFUSED')))).toBe('database-away')
    expect(storeTrouble(new ConnectionAcquireTimeoutError(new Error('timeout')))).toBe('busy')
  })
})
