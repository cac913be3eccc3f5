// Written by tables.test.ts from the schema that the migrations make: MORULA_TABLES=write ./morula test unit store/tables

import type { ObservationKind } from '@/core/books/observations';

/** Yes or no, or another small number, as the database keeps it: read as a number, asked for and written as either. */
type Small = number | boolean;

interface Alarm {
  id: number;
  site_id: number;
  sensor_id: number;
  kind: string;
  value: number | null;
  bound: number | null;
  says: string;
  todo: string;
  opened_at: number;
  closed_at: number | null;
  seen_by: number | null;
  seen_at: number | null;
  found: string;
  paged_at: number | null;
}

interface Alone {
  id: number;
  site_id: number;
  person_id: number;
  place: string;
  begun_at: number;
  back_by: number;
  back_at: number | null;
}

interface BroodBatch {
  id: number;
  site_id: number;
  species: string;
  name: string;
}

interface BroodFish {
  id: number;
  site_id: number;
  species: string;
  tag: string;
  sex: string;
  origin: string;
  marks: string;
  strain: string;
  source: string;
  came_on: number | null;
  year_class: number | null;
  sire_id: number | null;
  dam_id: number | null;
  pedigree_only: Small;
  batch_id: number | null;
}

interface Certificate {
  id: number;
  site_id: number;
  person_id: number;
  what: string;
  said: string;
  until: number | null;
}

interface Chemical {
  id: number;
  site_id: number;
  name: string;
  unit: string;
  place: string;
  hazard: string;
  least: number | null;
  good_until: number | null;
  retired: Small;
}

interface ChemicalMove {
  id: number;
  chemical_id: number;
  at: number;
  what: string;
  amount: number;
  said: string;
  entry_seq: number;
}

interface ClockUse {
  id: number;
  site_id: number;
  species: string;
  own: Small;
  why: string;
  recorded_by: number;
  recorded_at: number;
}

interface Command {
  id: string;
  site_id: number;
  person_id: number;
  type: string;
  payload_hash: string;
  result: string;
  at: number;
  seq: number;
}

interface Conditioning {
  id: number;
  site_id: number;
  species: string;
  name: string;
  content: string;
}

interface DeadWatch {
  holding_id: number;
  lot_id: number;
  usual: string | null;
  rise: string | null;
  days: string;
  worked_at: number;
}

interface DeathsSeen {
  lot_id: number;
  site_id: number;
  species: string;
  parts: string;
  seen_at: number;
}

interface DeviceToken {
  id: number;
  site_id: number;
  name: string;
  token_hash: string;
  made_by: number;
  made_at: number;
  revoked_at: number | null;
}

interface Discharge {
  id: number;
  site_id: number;
  at: number;
  what: string;
  place: string;
  figures: string;
  litres: number | null;
  said: string;
  entry_seq: number;
}

interface Entry {
  seq: number;
  id: string;
  site_id: number;
  command_id: string;
  kind: string;
  at: number;
  precision: string;
  order_at: number;
  day_rank: Small;
  order_seq: number | null;
  recorded_at: number;
  recorded_by: number;
  measured_by: string;
  intent: string;
  acts: string;
  note: string;
  words: string | null;
  voids_seq: number | null;
  replaces_seq: number | null;
}

interface ErrorSource {
  id: number;
  name: string;
  sd: number;
  mean: number;
  df: number | null;
}

interface Family {
  id: number;
  site_id: number;
  lot_id: number;
  female_id: number | null;
  label: string;
  males: string;
  strain: string;
  sex: string;
}

interface FateRules {
  id: number;
  site_id: number;
  species: string;
  season: string;
  content: string;
  recorded_by: number;
  recorded_at: number;
}

interface FeedLot {
  id: number;
  site_id: number;
  product_id: number;
  name: string;
  best_before: number | null;
}

interface FeedProduct {
  id: number;
  site_id: number;
  name: string;
  from_mm: number | null;
  to_mm: number | null;
  protein_share: number | null;
  price_per_kg: number | null;
  lead_days: number | null;
  retired: Small;
}

interface FeedTable {
  site_id: number;
  id: string;
  content: string;
  recorded_by: number;
  recorded_at: number;
}

interface FishReturn {
  id: number;
  site_id: number;
  release_site_id: number;
  at: number;
  gear: string;
  examined: number;
  share_seen: number | null;
  marks: string;
  said: string;
  entry_seq: number;
}

interface Haul {
  id: number;
  site_id: number;
  truck: string;
  leave_at: number;
  hours: number;
  celsius: number;
  tanks: string;
  loads: string;
  given_up: Small;
  made_at: number;
  made_by: number;
  way: string | null;
}

interface HaulNote {
  id: number;
  haul_id: number;
  what: string;
  at: number;
  tank: string;
  oxygen: number | null;
  celsius: number | null;
  said: string;
  entry_seq: number;
  signature: string;
  weighed: string | null;
}

interface HealthCase {
  id: number;
  site_id: number;
  holdings: string;
  signs: string;
  suspected: string;
  opened_at: number;
  opened_seq: number | null;
  closed_at: number | null;
  closed_seq: number | null;
  outcome: string | null;
  diagnosis: string;
  why: string;
  until: number | null;
}

interface Holding {
  id: number;
  site_id: number;
  lot_id: number;
  unit_id: number;
  stage: string;
  station: string;
  number: number;
  sd: number;
  exposure: number;
  exposure_at: number;
  opened_at: number | null;
  closed_at: number | null;
  last_order_at: number;
  last_rank: Small;
  last_order_seq: number;
  last_seq: number;
}

interface HoldingLoading {
  holding_id: number;
  source_id: number;
  coefficient: number;
}

interface HoldingPoint {
  holding_id: number;
  order_at: number;
  day_rank: Small;
  order_seq: number;
  entry_seq: number;
  made_seq: number;
  number: number;
  sd: number;
  exposure: number;
  exposure_at: number;
  closed_at: number | null;
}

interface HoldingPointPast {
  id: number;
  holding_id: number;
  order_at: number;
  day_rank: Small;
  order_seq: number;
  entry_seq: number;
  made_seq: number;
  number: number;
  sd: number;
  exposure: number;
  exposure_at: number;
  closed_at: number | null;
  superseded_seq: number;
}

interface Inspection {
  id: number;
  site_id: number;
  plan: string;
  tanks: string;
  wanted: number;
  opened_at: number;
  opened_by: number;
  closed_at: number | null;
  closed_seq: number | null;
  verdict: string | null;
}

interface Job {
  id: number;
  site_id: number;
  kind: string;
  subject: string;
  queued_at: number;
  attempts: number;
  error: string;
}

interface Lot {
  id: number;
  site_id: number;
  name: string;
  species: string;
  season: string;
  grade: string;
  started_at: number;
  fertilised_at: number | null;
}

interface LotShare {
  id: number;
  lot_id: number;
  family: string;
  share: number;
  entry_seq: number;
  made_seq: number;
  superseded_seq: number | null;
}

interface Observation {
  id: number;
  entry_seq: number;
  holding_id: number | null;
  unit_id: number | null;
  lot_id: number | null;
  kind: ObservationKind;
  at: number;
  value: number | null;
  low: number | null;
  high: number | null;
  trials: number | null;
  successes: number | null;
  brood_fish_id: number | null;
  spawning_day_id: number | null;
  said: string | null;
  brood_batch_id: number | null;
  feed_lot_id: number | null;
  vessel_id: number | null;
}

interface Paper {
  id: number;
  site_id: number;
  number: string;
  kind: string;
  entry_seq: number;
  content: string;
  issued_by: number;
  issued_at: number;
  superseded_seq: number | null;
}

interface Person {
  id: number;
  site_id: number;
  name: string;
  role: string;
  password_hash: string;
  active: Small;
  units: string;
  locale: string;
  theme: string;
  session_version: number;
  totp_secret: string | null;
  totp_used: number | null;
}

interface PickingMethod {
  site_id: number;
  unit_kind: string;
  method: string;
  found_share: number;
}

interface PickWatch {
  holding_id: number;
  lot_id: number;
  state: string;
  worked_at: number;
}

interface PondNote {
  id: number;
  run_id: number;
  what: string;
  at: number;
  amounts: string;
  disc_cm: number | null;
  said: string;
  entry_seq: number;
  score: string | null;
}

interface PondRun {
  id: number;
  site_id: number;
  unit_id: number;
  plan: string;
  begun_at: number;
  begun_by: number;
  closed_at: number | null;
  closed_seq: number | null;
}

interface Posting {
  id: number;
  entry_seq: number;
  made_seq: number;
  superseded_seq: number | null;
  account: string;
  holding_id: number;
  delta: number;
  order_at: number;
}

interface PostingLoading {
  posting_id: number;
  source_id: number;
  coefficient: number;
  sd: number;
}

interface Prediction {
  lot_id: number;
  sensor_id: number;
  milestone: string;
  at: number | null;
  low: number | null;
  high: number | null;
  measured_share: number;
  passed: number;
  note: string;
  worked_at: number;
  first_at: number | null;
  last_at: number | null;
  factor: number;
  factor_dates: number;
}

interface Programme {
  id: number;
  site_id: number;
  sensor_id: number;
  lot_id: number;
  stage: string;
  target_at: number;
  not_before: number | null;
  points: string;
  asked: string;
  energy_kwh: number;
  made_by: number;
  made_at: number;
  ended_by: number | null;
  ended_at: number | null;
  why_ended: string;
}

interface Proposal {
  id: string;
  site_id: number;
  type: string;
  payload: string;
  proposed_by: number;
  proposed_at: number;
  state: string;
  settled_by: number | null;
  settled_at: number | null;
}

interface Protocol {
  site_id: number;
  id: string;
  version: number;
  content: string;
  why: string;
  retired: Small;
  recorded_by: number;
  recorded_at: number;
}

interface Reading {
  sensor_id: number;
  at: number;
  value: number;
  origin: string;
  struck: Small;
  import_id: string | null;
}

interface ReadingDay {
  sensor_id: number;
  day: number;
  n: number;
  sum: number;
  low: number;
  high: number;
}

interface ReadingHour {
  sensor_id: number;
  hour: number;
  n: number;
  sum: number;
  low: number;
  high: number;
}

interface ReadingLeftOut {
  site_id: number;
  day: number;
  sensor: string;
  reason: string;
  n: number;
  last_at: number;
  last_value: number;
}

interface ReadingReplaced {
  import_id: string;
  sensor_id: number;
  at: number;
  value: number;
  origin: string;
  earlier_import: string | null;
}

interface ReadingStrike {
  id: number;
  site_id: number;
  sensor_id: number;
  from_at: number;
  to_at: number;
  reason: string;
  struck_by: number;
  struck_at: number;
  undone_by: number | null;
  undone_at: number | null;
}

interface Regime {
  site_id: number;
  id: string;
  content: string;
  recorded_by: number;
  recorded_at: number;
}

interface ReleaseSite {
  id: number;
  site_id: number;
  name: string;
  water: string;
  target: number | null;
  permit: string;
  retired: Small;
  least_g: number | null;
  most_g: number | null;
  most_number: number | null;
  species: string | null;
  east_km: number | null;
  north_km: number | null;
  points: string | null;
}

interface Room {
  id: number;
  site_id: number;
  name: string;
  kind: string;
  walk_order: number;
  chlorine_mg_l: number | null;
  mixed_l: number | null;
  source_sensor_id: number | null;
}

interface RoutineTask {
  id: number;
  site_id: number;
  name: string;
  stations: string;
  units: string;
  every_hours: number;
  retired: Small;
}

interface SaleOrder {
  id: number;
  site_id: number;
  customer: string;
  species: string;
  number: number;
  least_g: number;
  due_at: number;
  price_each: number | null;
  note: string;
  made_at: number;
  closed_at: number | null;
}

interface Selection {
  id: number;
  site_id: number;
  unit_id: number;
  lot_id: number;
  stage: string;
  scheme: string;
  goal: string;
  begun_by: number;
  begun_at: number;
  entry_seq: number | null;
  over_at: number | null;
}

interface SelectionFish {
  id: string;
  selection_id: number;
  nth: number;
  content: string;
  followed: Small;
  first_id: string | null;
  person_id: number;
  at: number;
}

interface SelectionScheme {
  site_id: number;
  species: string;
  content: string;
  recorded_by: number;
  recorded_at: number;
}

interface Sensor {
  id: number;
  site_id: number;
  room_id: number;
  name: string;
  kind: string;
}

interface SignIn {
  id: string;
  person_id: number;
  opened_at: number;
  seen_at: number;
  ended_at: number | null;
  browser: string;
}

interface Site {
  id: number;
  name: string;
  time_zone: string;
  lot_pattern: string;
  season_starts_month: Small;
  altitude_m: number | null;
  weigh_every_days: number;
  count_above_percent: number;
  demo: Small;
  predicted: number;
  created_at: number;
  false_alarms_week: number;
  first_species: string;
}

interface SiteMap {
  site_id: number;
  lon: number;
  lat: number;
  geojson: string;
}

interface SpawningDay {
  id: number;
  site_id: number;
  species: string;
  name: string;
  day: number;
  plan: string;
  closed: Small;
}

interface SpeciesValue {
  id: number;
  site_id: number;
  species: string;
  path: string;
  value: string;
  source: string;
  why: string;
  recorded_by: number;
  recorded_at: number;
}

interface StageSeen {
  lot_id: number;
  milestone: string;
  site_id: number;
  species: string;
  strain: string;
  sensor_id: number;
  at: number;
  predicted_days: number;
  observed_days: number;
  log_ratio: number;
  sd: number;
}

interface TallyPart {
  id: string;
  unit_id: number;
  person_id: number;
  counts: string;
  begun_at: number;
  at: number;
}

interface TideTable {
  site_id: number;
  lines: string;
}

interface Unit {
  id: number;
  site_id: number;
  room_id: number;
  name: string;
  kind: string;
  volume_l: number | null;
  load_limit: number | null;
  flow_l_min: number | null;
  battery: string;
  place_x: number;
  place_y: number;
  part_of: number | null;
  sensor_id: number | null;
  shared: Small;
  retired: Small;
  area_cm2: number | null;
}

interface Vaccination {
  id: number;
  site_id: number;
  unit_id: number;
  lot_id: number;
  stage: string;
  plan: string;
  begun_at: number;
  begun_by: number;
  closed_at: number | null;
  entry_seq: number | null;
}

interface VaccinationBatch {
  id: string;
  vaccination_id: number;
  kind: string;
  number: number;
  asleep_s: number | null;
  dead: number;
  hand: string;
  at: number;
  person_id: number;
}

interface Vessel {
  id: number;
  site_id: number;
  name: string;
  kind: string;
  volume_l: number;
  retired: Small;
}

interface Work {
  id: number;
  site_id: number;
  name: string;
  kind: string;
  takes_from: string;
  rooms: string;
  breaker_id: number | null;
  watts: number | null;
  amperes: number | null;
  flow_l_min: number | null;
  spare: string;
  retired: Small;
  more: string | null;
}

interface WorkEvent {
  id: number;
  site_id: number;
  work_id: number;
  kind: string;
  at: number;
  said: string;
  person_id: number;
  entry_seq: number;
  before_kpa: number | null;
  after_kpa: number | null;
}

interface WorkJob {
  id: number;
  site_id: number;
  work_id: number | null;
  what: string;
  priority: Small;
  raised_at: number;
  raised_by: number;
  raised_seq: number | null;
  done_at: number | null;
  done_seq: number | null;
}

declare module 'knex/types/tables' {
  interface Tables {
    alarm: Alarm;
    alone: Alone;
    brood_batch: BroodBatch;
    brood_fish: BroodFish;
    certificate: Certificate;
    chemical: Chemical;
    chemical_move: ChemicalMove;
    clock_use: ClockUse;
    command: Command;
    conditioning: Conditioning;
    dead_watch: DeadWatch;
    deaths_seen: DeathsSeen;
    device_token: DeviceToken;
    discharge: Discharge;
    entry: Entry;
    error_source: ErrorSource;
    family: Family;
    fate_rules: FateRules;
    feed_lot: FeedLot;
    feed_product: FeedProduct;
    feed_table: FeedTable;
    fish_return: FishReturn;
    haul: Haul;
    haul_note: HaulNote;
    health_case: HealthCase;
    holding: Holding;
    holding_loading: HoldingLoading;
    holding_point: HoldingPoint;
    holding_point_past: HoldingPointPast;
    inspection: Inspection;
    job: Job;
    lot: Lot;
    lot_share: LotShare;
    observation: Observation;
    paper: Paper;
    person: Person;
    picking_method: PickingMethod;
    pick_watch: PickWatch;
    pond_note: PondNote;
    pond_run: PondRun;
    posting: Posting;
    posting_loading: PostingLoading;
    prediction: Prediction;
    programme: Programme;
    proposal: Proposal;
    protocol: Protocol;
    reading: Reading;
    reading_day: ReadingDay;
    reading_hour: ReadingHour;
    reading_left_out: ReadingLeftOut;
    reading_replaced: ReadingReplaced;
    reading_strike: ReadingStrike;
    regime: Regime;
    release_site: ReleaseSite;
    room: Room;
    routine_task: RoutineTask;
    sale_order: SaleOrder;
    selection: Selection;
    selection_fish: SelectionFish;
    selection_scheme: SelectionScheme;
    sensor: Sensor;
    sign_in: SignIn;
    site: Site;
    site_map: SiteMap;
    spawning_day: SpawningDay;
    species_value: SpeciesValue;
    stage_seen: StageSeen;
    tally_part: TallyPart;
    tide_table: TideTable;
    unit: Unit;
    vaccination: Vaccination;
    vaccination_batch: VaccinationBatch;
    vessel: Vessel;
    work: Work;
    work_event: WorkEvent;
    work_job: WorkJob;
  }
}
