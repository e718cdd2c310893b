import type { Symptom } from '../complaint/symptoms.ts';
import type { FaultId } from './ids.ts';

/**
 * Why a fault is complained of as others that lead to the same failures are not. What follows from a failure follows for all of them; what is
 * stated at one fault alone decides a job on a customer's word, and wants a reason.
 */
export const OWN_SYMPTOMS: { readonly [F in FaultId]?: { readonly [S in Symptom]?: string } } = {
  'power.battery-flat': { 'battery-goes-flat': 'That is what the customer sees of it.' },
  'power.draw': { 'battery-goes-flat': 'It draws while the machine stands, and the others do not.' },
  'power.fuse': { 'stopped-suddenly': 'On many machines it feeds the fuel solenoid as well.' },
  'power.key-switch': {
    'will-not-shut-off': 'Off is a contact too, and it grounds the ignition.',
    'stopped-suddenly': 'It feeds the run circuit as well as the starter.',
  },
  'power.interlock': { 'dies-with-seat-or-blades': 'That is what it is there for.' },
  'power.wiring': {
    'battery-goes-flat': 'A charging wire is among those gnawed through.',
    'stopped-suddenly': 'Wires of the run circuit are among them.',
    'dies-with-seat-or-blades': 'Wires of the switches are among them.',
  },
  'turn.pto-seized': {
    'cranks-slow': 'A belt slips before it stops the starter.',
    'will-not-turn': 'It holds the crank, and not only against compression.',
  },
  'turn.engine-seized': {
    'stopped-suddenly': 'It seizes while it runs.',
    'will-not-turn': 'It holds the crank, and not only against compression.',
  },
  'valve.release-off': {
    'cranks-slow': 'A good starter drags it over the whole compression.',
    'kicks-back': 'A whole charge is fired at cranking speed.',
  },
  'power.clutch-coil': {
    'stopped-suddenly': 'It takes the fuse as the blades engage, while it runs.',
    'dies-with-seat-or-blades': 'That is the moment in which it is asked for.',
  },
  'spark.kill-common': {
    'dies-after-minutes': 'Heat and shaking move a switch that points and an oil switch do not feel.',
    'dies-with-seat-or-blades': 'The safety switches hang on it.',
  },
  'spark.magnet': { 'hard-start-cold': 'A cold engine turns slowly, and a weak magnet asks for speed.' },
  'spark.coil-hot': { 'dies-after-minutes': 'It takes minutes to heat.' },
  'spark.coil-speed': {
    'cuts-out-at-speed': 'It fails with the number of sparks asked of it.',
    'idles-fine': 'Few sparks are asked of it at idle.',
  },
  'valve.rocker-loose': {
    'pops-intake': 'A valve that opens late or not at all sends the charge back.',
    knock: 'A loose rocker hammers.',
  },
  'valve.pushrod': {
    'pops-intake': 'A valve that opens late or not at all sends the charge back.',
    'stopped-suddenly': 'It is thrown or bends from one turn to the next.',
  },
  'valve.spring': {
    'cuts-out-at-speed': 'A valve floats once it has to shut quickly.',
    knock: 'The halves of a broken spring are heard.',
  },
  'valve.lifter': { knock: 'The clearance it should take up is heard.' },
  'valve.cam-lobe': { 'pops-intake': 'An exhaust valve that hardly opens sends the charge back.' },
  'fuel.water': { 'misfire-intermittent': 'It comes drop by drop.' },
  'fuel.solenoid-shut': { 'runs-on-choke-only': 'It shuts the main jet, and the idle circuit is its own.' },
  'fuel.line': {
    'dies-after-minutes': 'The bowl runs dry behind it.',
    'fuel-drips': 'A line that cracked leaks out as well as air in.',
  },
  'fuel.pump': { 'dies-after-minutes': 'The bowl runs dry behind it.' },
  'fuel.main-jet': { 'runs-on-choke-only': 'The choke draws at the main jet what it does not let through.' },
  'fuel.emulsion': { 'runs-on-choke-only': 'The choke draws at the main jet what it does not let through.' },
  'fuel.needle': {
    'fuel-drips': 'What passes it while the machine stands has to go somewhere.',
    'oil-level-rises': 'What passes it while the machine stands has to go somewhere.',
  },
  'fuel.float': {
    surges: 'A level that rises and falls is a mixture that does.',
    'fuel-drips': 'A float that sinks holds the needle open.',
    'oil-level-rises': 'A float that sinks holds the needle open.',
  },
  'fuel.jet-seal': { surges: 'It passes the jet at one flow and not at another.' },
  'fuel.auto-choke': { 'hard-start-cold': 'One that does not shut is no choke.' },
  'fuel.choke': { 'hard-start-cold': 'One that does not shut is no choke.' },
  'valve.lash-tight-intake': {
    'dies-after-minutes': 'Hot, the valve grows longer and no longer shuts.',
    'pops-intake': 'The charge fires back past a valve that is open.',
  },
  'valve.lash-tight-exhaust': {
    'dies-after-minutes': 'Hot, the valve grows longer and no longer shuts.',
    'pops-exhaust': 'Unburnt charge passes a valve that is open.',
  },
  'valve.intake-leak': { 'pops-intake': 'The charge fires back past a valve that is open.' },
  'valve.exhaust-leak': { 'pops-exhaust': 'Unburnt charge passes a valve that is open.' },
  'seal.head-gasket-out': { overheats: 'It blows burning gas between the fins.' },
  'seal.head-gasket-gallery': { 'smoke-blue': 'Oil comes to the cylinder.' },
  'seal.rings': { 'smoke-blue': 'Oil comes to the cylinder.' },
  'seal.bore-scored': {
    'smoke-blue': 'Oil comes to the cylinder.',
    knock: 'A piston slaps in a bore that is scored.',
  },
  'seal.rod-bent': { knock: 'The piston tilts.' },
  'valve.stuck': { 'pops-intake': 'The charge fires back past a valve that is open.' },
  'valve.debris': {
    'pops-intake': 'The charge fires back past a valve that is open.',
    knock: 'The piston strikes it.',
    'stopped-suddenly': 'It comes loose while it runs.',
  },
  'seal.piston-holed': {
    'smoke-blue': 'The crankcase breathes through it.',
    'stopped-suddenly': 'It burns through while it runs.',
  },
  'seal.rod-broken': {
    knock: 'What is left of it strikes.',
    'idles-fine': 'The other cylinder carries a twin at idle.',
    'stopped-suddenly': 'It breaks while it runs.',
  },
};
