import type { CheckId } from './index.ts';

/** What is to be done for a check, as an instruction; for who makes it, and nothing the first load of a page needs but for one. */
const TODO: { readonly [Id in CheckId]: string } = {
  'air.exhaust': 'Look in, feel the flow, tap the muffler: free, or choked by carbon or a nest?',
  'air.intake-seal': "Idling, a little water-displacing spray at this side's joints and shaft: does the speed change?",
  'balance.cut-out':
    'Ground this cylinder through the tester, never pull a live boot. Governed: speed and opening of the throttle plate, before and after. Held: the plate itself, not the lever, at 2,000 rpm at most.',
  'balance.heat':
    'Run three minutes from cold at half speed, then the infrared thermometer on the same spot of each exhaust or head.',
  'balance.rhythm':
    'Listen at idle and at half speed, or look at a trace of the crank speed: even, one weaker, one missing, no order in it?',
  'charge.regulator-drop': 'Running at full speed, meter from the regulator case to the battery negative post.',
  'charge.stator': 'Stator plug off the regulator, running at full speed, meter on AC between its two wires.',
  'charge.volts': 'Running at full speed, lights off, battery charged, meter on its posts after three minutes.',
  'fuel.bowl-look': 'Bowl off over a tray: what lies in it?',
  'fuel.bowl-seal-look': 'Seal out of its groove: swollen, the wrong one, or missing?',
  'fuel.carburettor-swap':
    'One known to run, on for a trial: its own gasket, links back in their holes. Does the complaint go?',
  'fuel.choke': 'Work the lever and watch the plate, not the cable: shuts fully, opens fully?',
  'fuel.filter': 'Held to the light, blown through from the outlet side by low pressure.',
  'fuel.float': 'Shake it, swing it, level it against the flange.',
  'fuel.flow': 'Line off at the carburettor inlet into a measure: how much in how long, cranking or with the pump fed.',
  'fuel.governor-link': 'Links and springs on, in the right holes, free from stop to stop?',
  'fuel.governor-plate':
    'Idle, air box off: push the governor arm a little and let go. Does the throttle plate follow, hunt, or stick? Hands clear of the plate itself.',
  'fuel.injection':
    "Pressure and trouble codes as the maker's manual has it. The line stands under pressure with the key off: let it off by the manual first.",
  'fuel.inlet-screen': 'Fitting off the carburettor: is there a screen, and what is in it?',
  'fuel.jet-seals': 'Seals of jets and tubes: hard, swollen, jets loose in their seats?',
  'fuel.jets':
    'Each jet against the light, emulsion holes with a fine wire of plastic, never of steel. Which one is blocked?',
  'fuel.line-look': 'Follow it from tank to carburettor, bend it, squeeze it. Collapsed inside, cracked, kinked?',
  'fuel.mixture-screws':
    'Screw in until it just seats, never tight, counting the turns; then out again to where it stood.',
  'fuel.needle-hold':
    'Hand pump with gauge on the carburettor inlet, bowl full (or carburettor inverted off the engine). Pump to 5 psi and watch.',
  'fuel.needle-look': 'Needle out under a glass: ring on the cone, hard tip, dirt on the seat?',
  'fuel.pickup': 'Line off, torch into the tank, low pressure back through the pickup.',
  'fuel.pump':
    'Line off at the carburettor into a can, pulse line looked at: strong pulses, weak, none, or fuel in the pulse line?',
  'fuel.solenoid-click': 'Finger on it, key on and off.',
  'fuel.solenoid-ohms': 'Plug off, meter across the coil, or from its pin to the body.',
  'fuel.solenoid-plunger':
    'Solenoid out over a rag, fed and grounded: does the plunger go all the way in and come all the way out?',
  'fuel.solenoid-volts': 'Key on, its plug on, meter from ground to the fed wire; then across the battery posts.',
  'fuel.tap':
    'Open or shut as it came in? Then shut, line off at the carburettor into a cup: a drop in a minute, and it passes.',
  'fuel.vent-heard':
    'Run it until two litres have gone or it begins to die, key off, then loosen the cap slowly by the ear: does it draw air?',
  'look.air-filter': 'Lid off, filter against the light, housing seal and walls followed with a finger.',
  'look.cooling': 'With the shroud off: fins, screen and fan free, or packed with grass and oil?',
  'look.crank':
    'Turn the key to start for two seconds. Nothing, one click, slow, a dead stop, or a normal even rhythm?',
  'look.fuel':
    'Look and smell at the filler, a sample in a clear jar: clear and sharp, sour and dark, or two layers? Is the tap open?',
  'look.oil': 'Level ground, wipe the dipstick, read it, smell it.',
  'look.run': 'Run it the way the customer says it fails. Tick what you can confirm; tick nothing if it runs clean.',
  'look.stains': 'Torch under the carburettor, along the head edges and on the floor where it stood.',
  'look.wiring':
    'Follow every loom you can see: chafed on a shroud edge, pinched under a cover, gnawed, spliced, a plug hanging off. Say where.',
  'oil.drop':
    'A drop off the dipstick on a cold plate beside one of new oil, tilted: does it run like oil, or like fuel?',
  'power.clutch-ohms':
    'Its plug apart, meter across the two pins of the clutch; then from each pin to its case: nothing there.',
  'power.crank-current': 'Clamp round the positive cable, steady figure after the first half second of cranking.',
  'power.crank-volts':
    'Meter on the battery posts, not the clamps. Crank; read after the first half second, not the dip.',
  'power.draw': 'Key off, ground lead off the battery, meter on its ampere range between post and lead; wait a minute.',
  'power.drop-ground': 'One probe on the battery negative post, one on the starter body. Crank and read.',
  'power.drop-positive':
    'Battery post to the feed stud of the relay, then its far stud to the starter; crank, read both, add them. Across the relay is a reading of its own.',
  'power.drop-relay': 'Meter across the two big terminals of the starter relay while cranking.',
  'power.fuse': 'Fuse out, look and feel: whole, blown, or whole in a green holder? Meter across it with the key on.',
  'power.interlocks':
    'Each switch by the meter at its plug: seat, brake, blade, levers. Work it and watch it close and open.',
  'power.jump': 'Good battery or pack on the posts in the right order, then crank. Does that cure it?',
  'power.load':
    'Charged to three quarters at least. Load of half its rated cold-cranking amps for 15 s; read the volts at the end, and how warm the battery is.',
  'power.relay': 'Hand on the relay, key to start. One click, or nothing?',
  'power.rest-volts': 'Meter on the posts, key off, rested an hour. Just off the charger is not a reading.',
  'power.ring-teeth':
    'Starter out or window open: turn the engine by hand once round and look at every tooth, where it stops most of all.',
  'power.start-signal':
    'Key held at start, meter from ground to the tap: at the relay first; if there is none, back along the line. Say where.',
  'power.starter-direct': 'Good battery straight to the starter with heavy leads. Does it spin strongly?',
  'power.tester': 'Tester on the posts of a charged battery. Enter what it measured and what the battery is rated.',
  'run.leak-watch':
    'Outdoors or vented, tray and paper under it, no flame, pilot or switch near. Fuel on, and leave it. Dry or wet when you come back?',
  'run.minutes': 'Fifteen to twenty minutes the way it failed, under load if that is how. Did it stay clean?',
  'run.restart-hot': 'After the run, off for five minutes, then start: at once, hard, or not at all?',
  'run.shut-off': 'From idle, key off. Everything stops at once, one cylinder keeps firing, or it bangs after?',
  'run.start-cold': 'Stood overnight. Choke as the customer uses it: at once, hard, or not at all?',
  'run.timed':
    'Tester clipped on, the way it fails, clock running. As it stumbles look at the spark; as it dies open the drain of the bowl. Then start it again.',
  'run.top-speed':
    'Warm, blades off, throttle slowly to its stop, hand on the key. Read the tachometer. Over the sheet: key off at once.',
  'seal.bore-look': 'Borescope through the plug hole, piston down: hone marks, scores, washed bright, a hole?',
  'seal.compression':
    'All plugs out, throttle and choke wide open, good battery, short adapter. Crank until the needle stands, four to six strokes; count them.',
  'seal.crankcase-vacuum': 'Idling, a glove or a water gauge on the oil fill: drawn in, or blown out?',
  'seal.dipstick-hiss': 'Leak-down on, piston held at its top: pull the dipstick. Does the hiss there grow?',
  'seal.fluid-test': 'Head off, valves shut, spirit into the port: does it weep past the valve into the chamber?',
  'seal.leak-down':
    'Piston at its exact top on compression, or the crank in a locking tool; a bar only where neither will do. Regulator up from zero, read both gauges, listen at intake, exhaust, oil fill, head edge and the other plug hole. Clearance at both valves first.',
  'seal.piston-moves':
    'Plug out, a soft rod down the hole, turn the engine by hand through two turns. Full travel, short, or still?',
  'seal.stud-holes':
    'Head off: a wire down every hole, a straight edge over both faces. Clean, or does dirt, oil or a burr hold the head up?',
  'seal.thumb': 'Plugs out, leads grounded, thumb on the hole, crank. Blown off, soft, or nothing?',
  'seal.wet':
    'Three millilitres of engine oil through the plug hole, turn once by hand, then crank as before. Give the dry figure too.',
  'spark.air-gap': 'Magnet under the legs, feeler at both legs, to the magnet and not to the rim. Screws tight?',
  'spark.coil-ohms':
    'Range 20k, bare conductor of the plug lead to engine ground; flex the lead while you read. Note the coil temperature.',
  'spark.coil-swap':
    'Change the two coils over, set both gaps, run it the way it fails. Does the dead side move with the coil?',
  'spark.condenser':
    'Meter on its capacity range, lead off: about as printed, and no passage to the case. Or another one in its place.',
  'spark.flywheel-nut': 'Torque wrench on the nut at the sheet figure: does it move?',
  'spark.key':
    'Flywheel off with a puller. Key whole, stepped, or sheared? Measure the step along the taper, or in degrees.',
  'spark.kill-continuity':
    'Part the connector. Meter from the kill wire to ground with the key on (run) and off, on the chassis side or on the engine side: say which. Turn the wheel so that no magnet moves.',
  'spark.kill-diode':
    'Unplug BOTH coils from the kill harness. Meter on diode range, this leg to the common wire, both ways.',
  'spark.kill-off': 'Pull the kill lead off this coil and run it. Does this cylinder come back? Or does the other one?',
  'spark.kill-off-all':
    'Part the kill wire alone between engine and chassis. Where it shares its connector with the fuel solenoid, feed the solenoid by a fused jumper, or judge the spark while cranking only. Does spark come back?',
  'spark.lead-look': 'Lead and boot end to end: pinched, chafed, arcing marks, terminal that does not snap on.',
  'spark.magnet':
    'A screwdriver held flat near the magnet: how hard is it pulled? Beside a good wheel if there is one.',
  'spark.magnet-at-tdc':
    'Plug out, piston at its top on compression: does the magnet stand where the sheet or the other side says?',
  'spark.oil-switch': 'Oil at its mark, its wire off: meter from the switch to ground. Open, or does it ground?',
  'spark.plug-gap': 'Wire gauge between the electrodes: the thickest that passes with slight drag.',
  'spark.plug-look': 'Plug out, straight after running. Colour, wet or dry, bridged, cracked.',
  'spark.plug-new':
    'Fit a plug known to be good, gapped to the sheet, and run it as before. Does this cylinder come back?',
  'spark.plug-swap': 'Change the two plugs over and run it again. Does the dead side move with the plug?',
  'spark.points':
    'Cover or flywheel off. Look at both faces: grey and flat, or burnt and oily? Cam at its highest: blade between them.',
  'spark.tester':
    'Tester with a gap between lead and plug. Steady each turn, weak, skipping, none? Speed up: where does it go dark?',
  'split.cap-loose': 'When it begins to die, loosen the fuel cap and leave it on. Does it come back?',
  'split.choke': 'Running or trying to: close the choke by half, then open it. Better, worse, or the same?',
  'split.primer':
    'Filter off, one short shot of mild primer into the intake, crank at once. Does it fire, on both or on one side?',
  'turn.by-hand':
    'Key out, leads off and grounded. Turn the crank by its bolt or the fan through two turns: free, firm at compression, a hard stop, locked?',
  'turn.plugs-out': 'All plugs out, every lead grounded away from the holes, turn by hand first. What comes out?',
  'turn.pto': 'Belt off or clutch out: turn the pulley and the drive by hand.',
  'turn.pto-drag':
    'Clutch off, plug leads grounded: turn the blades by hand, then each pulley with the belt slack. Free, or does one drag?',
  'valve.lash':
    'Cold, both rockers loose, crank where it is drawn. The thickest blade that goes with slight drag. Then two turns by hand.',
  'valve.lifter': 'Press the rocker over a lifter that has just run: firm, or down and spongy?',
  'valve.motion': 'Cover off, turn the crank by hand through two turns. Do both valves open alike and close fully?',
  'valve.pushrods': 'Cover off, rods rolled on a flat: straight, bent, or off their seat?',
  'valve.rocker-studs': 'Wrench on studs and pivots: tight, or backing out?',
  'valve.springs': 'Look at every coil, press each: whole, or broken and soft?',
};

/** What is to be done for that check; null where there is none of that id. */
export const todoOf = (check: string): string | null => (TODO as Readonly<Record<string, string>>)[check] ?? null;
