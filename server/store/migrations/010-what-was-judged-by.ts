import { DataTypes, type QueryInterface } from 'sequelize'
import { addColumn, createTable } from './add'

const uuid = { type: DataTypes.CHAR(36), allowNull: false }

/**
 * What closings were judged by, the text of their marks, and the limits that each entry was made under: of entries there
 * are, those that their job's log says were in force at their place.
 */
export async function addWhatWasJudgedBy(query: QueryInterface): Promise<void> {
  await addColumn(query, 'closures', 'judged', { type: DataTypes.JSON, allowNull: true })
  await createTable(
    query,
    'signedTexts',
    {
      seq: { type: DataTypes.BIGINT, allowNull: false, primaryKey: true },
      jobId: uuid,
      text: { type: DataTypes.TEXT('long'), allowNull: false },
    },
    [['jobId']],
  )
  await addColumn(query, 'jobEntries', 'sheetId', { ...uuid, allowNull: true })
  await query.sequelize.query(`
    UPDATE jobEntries e JOIN jobs j ON j.id = e.jobId SET e.sheetId = COALESCE(
      (SELECT JSON_VALUE(v.body, '$.sheetId') FROM events v
       WHERE v.jobId = e.jobId AND v.what = 'adopt-sheet' AND v.result = 'done' AND v.seq < e.seq
       ORDER BY v.seq DESC LIMIT 1),
      (SELECT s.id FROM sheets s
       WHERE s.engineId = j.engineId AND s.at <= j.createdAt
         AND EXISTS (SELECT 1 FROM events v WHERE v.jobId = e.jobId AND v.what = 'adopt-sheet' AND v.result = 'done')
       ORDER BY s.version DESC LIMIT 1),
      j.sheetId)
    WHERE e.sheetId IS NULL`)
}
