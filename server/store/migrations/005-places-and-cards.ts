import { DataTypes, type QueryInterface } from 'sequelize'
import { addColumn, createTable } from './add'

const uuid = { type: DataTypes.CHAR(36), allowNull: false }
const when = { type: DataTypes.DATE(3), allowNull: false }
const text = (length: number) => ({ type: DataTypes.STRING(length), allowNull: false })
const whole = { type: DataTypes.INTEGER, allowNull: false }
const yes = { type: DataTypes.BOOLEAN, allowNull: false }
const json = { type: DataTypes.JSON, allowNull: false }

/**
 * Entries of later works in one table, sets of readings at places that are no cylinder, what later
 * works need on a sheet, and a card for each job: what lists of jobs are made of.
 */
export async function addPlacesAndCards(query: QueryInterface): Promise<void> {
  await createTable(
    query,
    'jobEntries',
    {
      id: { ...uuid, primaryKey: true },
      jobId: uuid,
      what: text(40),
      place: { ...text(30), allowNull: true },
      body: json,
      personId: uuid,
      at: when,
      seq: { type: DataTypes.BIGINT, allowNull: false },
    },
    [['jobId']],
  )
  await createTable(
    query,
    'jobCards',
    {
      jobId: { ...uuid, primaryKey: true },
      number: whole,
      title: text(120),
      complaint: text(500),
      engineId: uuid,
      engineName: text(80),
      cylinders: whole,
      work: json,
      stationsDeg: json,
      fromShop: { ...text(120), allowNull: true },
      wantedBy: { type: DataTypes.DATEONLY, allowNull: true },
      archived: yes,
      signed: yes,
      nextStage: { ...text(20), allowNull: true },
      begun: json,
      readings: whole,
      lastAt: when,
      lastPersonId: { ...uuid, allowNull: true },
      search: text(800),
    },
    [
      ['archived', 'number'],
      ['archived', 'signed', 'number'],
      ['archived', 'title'],
      ['archived', 'engineName'],
      ['archived', 'lastAt'],
      ['archived', 'wantedBy'],
      ['archived', 'readings'],
      ['archived', 'nextStage'],
      ['engineId', 'number'],
    ],
  )
  await createTable(
    query,
    'placeTruths',
    {
      jobId: { ...uuid, primaryKey: true },
      place: { ...text(30), primaryKey: true },
      truth: json,
    },
    [],
  )
  await addColumn(query, 'sheets', 'sections', { ...json, allowNull: true })
  await addColumn(query, 'readingSets', 'place', { ...text(30), allowNull: true })
  await query.changeColumn('readingSets', 'cylinder', { type: DataTypes.INTEGER, allowNull: true })
}
