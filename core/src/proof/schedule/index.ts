export {
  proofSchedule,
  type ProofSchedule,
  type ScheduledStep,
  type ScheduleShop,
  trialWords,
} from './schedule.js';
