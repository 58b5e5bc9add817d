import { DataTypes, type ModelAttributes, type ModelStatic, type Model, type Sequelize } from 'sequelize'

/** A length in the store: never a float. Nine digits behind the point keep thou exact. */
const mm = { type: DataTypes.DECIMAL(16, 9), allowNull: false }
const mmOrNull = { ...mm, allowNull: true }
const key = { type: DataTypes.CHAR(36), primaryKey: true }
const uuid = { type: DataTypes.CHAR(36), allowNull: false }
const uuidOrNull = { ...uuid, allowNull: true }
const text = (length: number) => ({ type: DataTypes.STRING(length), allowNull: false })
const when = { type: DataTypes.DATE(3), allowNull: false }
const whole = { type: DataTypes.INTEGER, allowNull: false }
const degrees = { type: DataTypes.DECIMAL(12, 6), allowNull: false }
const json = { type: DataTypes.JSON, allowNull: false }
/** Figures that no verdict rests on may lie in JSON: MariaDB keeps it as text, as it was written. */
const jsonOrNull = { type: DataTypes.JSON, allowNull: true }
const seq = { type: DataTypes.BIGINT, allowNull: false }
const by = { personId: uuid, at: when, seq }

/** Every table by name, with its columns. The migrations build exactly these. */
export const tables = {
  settings: {
    id: { ...whole, primaryKey: true },
    shopName: text(120),
    rule: text(10),
    maxLeavesPerPack: whole,
    maxPassMm: mm,
    finishMm: mm,
    cutterBiasMm: mm,
    cleanupMm: mm,
    renewalCosts: jsonOrNull,
    crew: jsonOrNull,
  },
  leaves: { id: { ...whole, primaryKey: true, autoIncrement: true }, thicknessMm: mm },
  people: { id: key, name: text(80), role: text(20) },
  gauges: {
    id: key,
    name: text(80),
    serial: text(60),
    kind: text(20),
    resolutionMm: mm,
    repeatabilityMm: mm,
    basis: text(10),
    calibrationDue: { type: DataTypes.DATEONLY, allowNull: true },
  },
  engines: {
    id: key,
    name: text(80),
    layout: text(10),
    boreMm: mm,
    pitchMm: mm,
    bankAngleDeg: degrees,
    banks: json,
    heads: json,
    firing: json,
  },
  sheets: {
    id: key,
    engineId: uuid,
    version: whole,
    seat: text(20),
    minMm: mm,
    maxMm: mm,
    aimMm: mm,
    withinLinerMaxMm: mm,
    adjacentMaxMm: mmOrNull,
    headRangeMaxMm: mmOrNull,
    maxLedgeDepthMm: mmOrNull,
    holdDownNm: { type: DataTypes.DECIMAL(10, 3), allowNull: true },
    source: text(300),
    personId: uuidOrNull,
    at: when,
    page: { ...text(40), defaultValue: '' },
    copiedOn: { type: DataTypes.DATEONLY, allowNull: true },
    liner: jsonOrNull,
    seals: jsonOrNull,
  },
  sheetLinks: { sheetId: { ...uuid, primaryKey: true }, position: { ...whole, primaryKey: true }, kind: text(30), nominalMm: mm },
  shims: {
    id: key,
    engineId: uuid,
    label: text(40),
    nominalMm: mm,
    actualMm: mm,
    material: text(20),
    fittedJobId: uuidOrNull,
    fittedCylinder: { ...whole, allowNull: true },
    chamfer: { ...text(10), defaultValue: 'none' },
  },
  liners: {
    id: key,
    engineId: uuid,
    label: text(40),
    nominalMm: mm,
    material: text(40),
    onlyCylinder: { ...whole, allowNull: true },
    fittedJobId: uuidOrNull,
    fittedCylinder: { ...whole, allowNull: true },
  },
  /** Measurements of parts; of one part the latest counts. */
  partReadings: {
    measureId: { ...uuid, primaryKey: true },
    position: { ...whole, primaryKey: true },
    partId: uuid,
    angleDeg: degrees,
    valueMm: mm,
    personId: uuidOrNull,
    at: when,
    seq,
  },
  wearMarks: { id: key, jobId: uuid, cylinder: whole, kind: text(12), atDeg: degrees, spanDeg: degrees, depthMm: mm, words: text(300), ...by },
  placements: { id: key, jobId: uuid, cylinder: whole, linerId: uuidOrNull, rotationDeg: degrees, ...by },
  plans: { id: key, jobId: uuid, school: text(10), changed: { type: DataTypes.BOOLEAN, allowNull: false }, targetMm: mm, ...by },
  planBores: { planId: { ...uuid, primaryKey: true }, cylinder: { ...whole, primaryKey: true }, position: whole, linerId: uuidOrNull, rotationDeg: degrees, cutMm: mm, shimMm: mm },
  tallyMarks: {
    id: key,
    jobId: uuid,
    cylinder: whole,
    goesIn: { type: DataTypes.BOOLEAN, allowNull: false },
    place: { ...text(20), defaultValue: 'bore' },
    item: { ...text(20), defaultValue: 'foam-plug' },
    count: { ...whole, defaultValue: 1 },
    ...by,
  },
  pullers: { id: key, name: text(80), spec: json },
  pullLogs: { id: key, jobId: uuid, cylinder: whole, pullerId: uuidOrNull, peakNm: { type: DataTypes.DECIMAL(10, 3), allowNull: true }, tightMm: json, ranOut: text(20), words: text(300), ...by },
  findings: { id: key, jobId: uuid, cylinder: whole, on: text(20), kind: text(20), atDeg: degrees, spanDeg: degrees, fromMm: mm, toMm: mm, severity: whole, pastSteps: { ...whole, allowNull: true }, words: text(500), ...by },
  photos: {
    id: key,
    jobId: uuid,
    cylinder: { ...whole, allowNull: true },
    findingId: uuidOrNull,
    mime: text(20),
    widthPx: whole,
    heightPx: whole,
    bytes: whole,
    sha256: text(64),
    words: text(300),
    ...by,
  },
  /** The photos themselves, by the id of their photo. They may come before it, never after. */
  photoBytes: { id: key, jobId: uuid, mime: text(20), sha256: text(64), content: { type: DataTypes.BLOB('medium'), allowNull: false }, bytes: { ...whole, defaultValue: 0 }, keptAt: { type: DataTypes.DATE(3), allowNull: true } },
  grades: { id: key, jobId: uuid, cylinder: whole, grade: text(10), suggested: text(10), words: text(300), ...by },
  decisions: {
    id: key,
    jobId: uuid,
    renew: json,
    costs: json,
    nowCost: { type: DataTypes.DECIMAL(16, 4), allowNull: false },
    comebackChance: { type: DataTypes.DECIMAL(18, 16), allowNull: false },
    expectedCost: { type: DataTypes.DECIMAL(20, 8), allowNull: false },
    words: text(300),
    ...by,
  },
  sealFits: { id: key, jobId: uuid, cylinder: whole, groove: whole, step: text(10), lubricant: text(20), ...by },
  pressLogs: { id: key, jobId: uuid, cylinder: whole, peakNm: { type: DataTypes.DECIMAL(10, 3), allowNull: true }, atDeg: { ...degrees, allowNull: true }, words: text(300), ...by },
  bookedTimes: { id: key, jobId: uuid, stage: text(20), kind: text(10), hours: { type: DataTypes.DECIMAL(10, 4), allowNull: false }, words: text(300), ...by },
  rates: {
    id: { ...whole, primaryKey: true },
    hourMoney: { type: DataTypes.DECIMAL(12, 4), allowNull: false },
    boreHours: { type: DataTypes.DECIMAL(8, 4), allowNull: false },
    passHours: { type: DataTypes.DECIMAL(8, 4), allowNull: false },
    shimHours: { type: DataTypes.DECIMAL(8, 4), allowNull: false },
    shimMoney: { type: DataTypes.DECIMAL(12, 4), allowNull: false },
  },
  studies: { id: key, gaugeId: uuid, parts: json, operators: json, trials: whole, at: when, endedAt: { type: DataTypes.DATE(3), allowNull: true } },
  studyReadings: { id: key, studyId: uuid, part: text(40), operator: text(80), trial: whole, valueMm: mm, at: when, seq },
  jobs: {
    id: key,
    number: { ...whole, unique: true },
    title: text(120),
    complaint: text(500),
    engineId: uuid,
    sheetId: uuid,
    stationsDeg: json,
    simulated: { type: DataTypes.BOOLEAN, allowNull: false },
    createdAt: when,
    work: jsonOrNull,
    complaints: jsonOrNull,
    usageValue: { type: DataTypes.DECIMAL(14, 3), allowNull: true },
    usageUnit: { type: DataTypes.STRING(10), allowNull: true },
    wantedBy: { type: DataTypes.DATEONLY, allowNull: true },
    archived: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
    fromJobId: uuidOrNull,
    /** Of a job that came as a file: by which ways, and what it brought of another shop; null for one of this shop. */
    takenIn: jsonOrNull,
    brought: jsonOrNull,
  },
  ledges: { jobId: { ...uuid, primaryKey: true }, cylinder: { ...whole, primaryKey: true }, depthMm: mm, frettingMm: mm },
  boreTruths: { jobId: { ...uuid, primaryKey: true }, cylinder: { ...whole, primaryKey: true }, truth: json },
  readingSets: {
    id: key,
    jobId: uuid,
    cylinder: whole,
    stage: text(20),
    gaugeId: uuid,
    sheetId: uuid,
    uncertaintyMm: mm,
    rule: text(10),
    zeroOn: text(10),
    masterMm: mmOrNull,
    clampNm: { type: DataTypes.DECIMAL(10, 3), allowNull: true },
    ...by,
  },
  setClosings: { setId: key, zeroMm: mmOrNull, zeroMoved: { type: DataTypes.BOOLEAN, allowNull: false }, ...by },
  readings: { id: key, setId: uuid, jobId: uuid, angleDeg: degrees, valueMm: mm, source: text(10), ...by },
  strikes: { targetId: key, jobId: uuid, reason: text(300), ...by },
  cuts: { id: key, jobId: uuid, cylinder: whole, kind: text(10), packMm: mm, expectMm: mm, biasMm: mmOrNull, unmeasured: { ...text(300), defaultValue: '' }, ...by },
  cutLeaves: { cutId: { ...uuid, primaryKey: true }, position: { ...whole, primaryKey: true }, thicknessMm: mm },
  shimFits: { id: key, jobId: uuid, cylinder: whole, shimId: uuidOrNull, thicknessMm: mm, expectMm: mm, ...by },
  closures: {
    seq: { ...seq, primaryKey: true },
    jobId: uuid,
    stage: text(20),
    closes: { type: DataTypes.BOOLEAN, allowNull: false },
    note: text(500),
    hash: text(64),
    sealVersion: { ...whole, defaultValue: 1 },
    /** How many closings and openings of this stage came before: no two can be the same one. */
    round: { ...whole, allowNull: true },
    storedAt: { type: DataTypes.DATE(3), allowNull: true },
    kept: jsonOrNull,
    personId: uuid,
    at: when,
  },
  events: {
    seq: { ...seq, primaryKey: true, autoIncrement: true },
    commandId: { ...uuid, unique: true },
    jobId: uuidOrNull,
    deviceId: uuid,
    personId: uuidOrNull,
    what: text(30),
    body: json,
    madeAt: when,
    at: when,
    result: text(10),
    code: { type: DataTypes.STRING(40), allowNull: true },
    details: json,
  },
} satisfies Record<string, ModelAttributes>
export type TableName = keyof typeof tables
export type Row = Record<string, unknown>
export type Models = Record<TableName, ModelStatic<Model<Row, Row>>>

/** The columns that are looked up by. */
export const indexes: Partial<Record<TableName, string[][]>> = {
  sheets: [['engineId']],
  shims: [['engineId']],
  liners: [['engineId']],
  partReadings: [['partId']],
  wearMarks: [['jobId']],
  placements: [['jobId']],
  plans: [['jobId']],
  tallyMarks: [['jobId']],
  pullLogs: [['jobId']],
  findings: [['jobId']],
  photos: [['jobId']],
  photoBytes: [['jobId']],
  grades: [['jobId']],
  decisions: [['jobId']],
  sealFits: [['jobId']],
  pressLogs: [['jobId']],
  bookedTimes: [['jobId']],
  studyReadings: [['studyId']],
  readingSets: [['jobId']],
  readings: [['jobId'], ['setId'], ['jobId', 'setId', 'at']],
  strikes: [['jobId']],
  cuts: [['jobId']],
  shimFits: [['jobId']],
  closures: [['jobId', 'stage']],
  events: [['jobId', 'result']],
}

/** A fresh copy of a table's columns: Sequelize writes into what it is given. */
export function columnsOf(name: TableName): ModelAttributes {
  return Object.fromEntries(Object.entries(tables[name]).map(([column, of]) => [column, { ...(of as object) }])) as ModelAttributes
}

/** Lets Sequelize know every table. */
export function defineModels(sequelize: Sequelize): Models {
  const define = (name: TableName) =>
    sequelize.define(name, columnsOf(name), { tableName: name, timestamps: false, freezeTableName: true }) as unknown as ModelStatic<Model<Row, Row>>
  return Object.fromEntries((Object.keys(tables) as TableName[]).map((name) => [name, define(name)])) as Models
}
