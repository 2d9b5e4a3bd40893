//! A run stops, is looked at and goes on; pieces share a pan; a truth differs from what was asked.

use super::notes::note;
use cindo_core::belief::members;
use cindo_core::fish::{Eaters, Piece, PieceAsked};
use cindo_core::heat::{Finest, Moment, Sink, Track};
use cindo_core::kit::Kitchen;
use cindo_core::methods::{Method, Value};
use cindo_core::plan::{
    BesideAsked, Company, MethodAsked, Plan, PlanAsked, SimulateAsked, Simulated, TogetherAsked,
    TurnBy, plan, simulate, together,
};
use cindo_core::run::browning::Browning;
use cindo_core::run::{
    Bench, Contacts, Fidelity, Fire, Kelvins, Lip, Programme, State, Tester, TimesAsked, Truth,
    TruthAsked, run_together,
};

use cindo_core::target::TargetAsked;

pub fn hake(thickness_mm: f64, pieces: u32) -> PieceAsked {
    PieceAsked {
        fish: Some("hake".into()),
        thickness_mm: Some(thickness_mm),
        pieces: Some(pieces),
        ..PieceAsked::default()
    }
}

pub fn built(kind: &str, settings: &[(&str, Value)], asked: &PieceAsked) -> (Piece, Programme) {
    let method = Method::find(kind).unwrap();
    let kitchen = Kitchen::SEA_LEVEL;
    let piece = Piece::new(asked).unwrap();
    let settings: Vec<(String, Value)> = settings
        .iter()
        .map(|(k, v)| ((*k).to_owned(), v.clone()))
        .collect();
    let chosen = method.choose(&settings, &kitchen).unwrap();
    let mut programme = method.programme(&piece, &chosen, &kitchen).unwrap();
    // It rests as it is planned to.
    let usual = plan(&PlanAsked {
        piece: asked.clone(),
        method: MethodAsked {
            kind: kind.into(),
            settings,
        },
        target: TargetAsked::Band(52.0, 56.0),
        ..PlanAsked::default()
    });
    if let Ok(usual) = usual {
        programme.rest = programme.rest.fixed(usual.rest_s);
    }
    (piece, programme)
}

fn bench(kind: &str, piece: &PieceAsked) -> Bench {
    let (piece, programme) = built(kind, &[], piece);
    Bench::new(&Truth::asked(&piece), &programme, Fidelity::FINE)
}

/// Written down as JSON in the middle of a stage, read again, gone on: to the last bit what it would
/// have been. Frying has a bath, two coats and boiling cells; the sear a pan and a turn; the frozen
/// bake ice.
#[test]
fn law_a_run_can_be_written_down_and_gone_on_with() {
    let frozen = PieceAsked {
        start_c: Some(-18.0),
        ..hake(20.0, 1)
    };
    for (kind, piece) in [
        ("deep_fry_batter", hake(24.0, 2)),
        ("sear_skin_first", hake(22.0, 1)),
        ("hot_roast", frozen),
    ] {
        let bench = bench(kind, &piece);
        let timeline = bench.programme.timeline(420.0);
        let mut state = bench.go_on(None, &timeline, 37.0).unwrap();
        let mut kept = state.clone();
        for until_s in [100.0, 333.3, 420.0, timeline.end_s()] {
            let text = serde_json::to_string(&kept).unwrap();
            let read: State = serde_json::from_str(&text).unwrap();
            assert_eq!(read, kept, "{kind}");
            state = bench.go_on(Some(&state), &timeline, until_s).unwrap();
            kept = bench.go_on(Some(&read), &timeline, until_s).unwrap();
            assert_eq!(state, kept, "{kind} at {until_s}");
        }
        // Stopping changes nothing but where steps end: 0.2 K of the run that never stopped.
        let whole = bench.go_on(None, &timeline, timeline.end_s()).unwrap();
        let core = |state: &State| state.past.coldest_peak_c();
        assert!(
            (core(&whole) - core(&state)).abs() < 0.2,
            "{kind}: {} {}",
            core(&whole),
            core(&state)
        );
        assert!((whole.heat.t_s - timeline.end_s()).abs() < 1e-6);
    }
}

#[test]
fn a_state_of_another_piece_is_refused() {
    let (one, other) = (
        bench("steam", &hake(20.0, 1)),
        bench("steam", &hake(30.0, 1)),
    );
    let timeline = one.programme.timeline(300.0);
    let state = one.go_on(None, &timeline, 60.0).unwrap();
    assert!(other.go_on(Some(&state), &timeline, 90.0).is_err());
    assert!(other.seen(&state).is_err());
}

/// What is seen and felt follows from the state alone, and never goes back while it cooks: raw, a
/// grip, slides; cold, warm, hot; the line rises; bubbling dies down.
#[test]
fn law_signs_are_of_the_moment_and_rise() {
    let bench = bench("deep_fry_batter", &hake(24.0, 1));
    let timeline = bench.programme.timeline(600.0);
    let mut state = None;
    let mut seen = Vec::new();
    for at_s in [10.0, 100.0, 150.0, 300.0, 450.0, 600.0] {
        let now = bench.go_on(state.as_ref(), &timeline, at_s).unwrap();
        let (once, again) = (bench.seen(&now).unwrap(), bench.seen(&now).unwrap());
        assert_eq!(once, again);
        seen.push(once);
        state = Some(now);
    }
    for pair in seen.windows(2) {
        assert!(pair[0].tester <= pair[1].tester && pair[0].lip <= pair[1].lip);
        assert!(pair[0].press <= pair[1].press && pair[0].beads <= pair[1].beads);
        assert!(pair[0].cooked_line_share <= pair[1].cooked_line_share + 1e-12);
        assert!(pair[0].core_c <= pair[1].core_c + 1e-9);
    }
    let (first, last) = (seen[0], seen[5]);
    assert_eq!((first.tester, first.lip), (Tester::Stops, Lip::Cold));
    assert_eq!((last.tester, last.lip), (Tester::Slides, Lip::Hot));
    assert!(last.bone_free && last.releases == [true, true]);
    assert!(seen[1].bubbling > last.bubbling, "{seen:?}");
    assert_eq!(first.browning, [Browning::Pale; 2]);
}

struct Core(f64, f64);

impl Sink for Core {
    fn step(&mut self, m: &Moment<'_>) {
        self.0 = self.0.max(m.core_c());
        self.1 = self.1.min(m.reservoir_c.unwrap_or(f64::INFINITY));
    }
}

/// Two like pieces marched side by side in one pan are the same as one that counts for two.
#[test]
fn law_like_pieces_together_are_as_one_that_counts_for_them() {
    let two = bench("sear_both_sides", &hake(20.0, 2));
    let one = bench("sear_both_sides", &hake(20.0, 1));
    let timeline = two.programme.timeline(360.0);
    let mut both = Core(f64::NEG_INFINITY, f64::INFINITY);
    two.begin().to(&timeline, timeline.off_s, &mut both);
    let mut sinks = [
        Core(f64::NEG_INFINITY, f64::INFINITY),
        Core(f64::NEG_INFINITY, f64::INFINITY),
    ];
    // Until it leaves the heat: so with no rest.
    let mut on_heat = timeline.clone();
    on_heat.rest_s = 0.0;
    let track = run_together(&[(&one, &on_heat, 0.0), (&one, &on_heat, 0.0)], &mut sinks).unwrap();
    assert_eq!(sinks[0].0, sinks[1].0);
    // Heat is counted twice a second instead of at each step: half a kelvin in the core.
    assert!(
        (sinks[0].0 - both.0).abs() < 0.5,
        "{} {}",
        sinks[0].0,
        both.0
    );
    let low_c = (0..360)
        .map(|t| track.at_c(f64::from(t)))
        .fold(f64::INFINITY, f64::min);
    assert!((low_c - both.1).abs() < 3.0, "{low_c} {}", both.1);
}

/// Unlike pieces pull on one temperature: a thin one beside a thick one cooks as on the pan they
/// both leave, and the pan lies lower than it would under them alone.
#[test]
fn law_unlike_pieces_share_one_pan() {
    let (thin, thick) = (
        bench("sear_both_sides", &hake(12.0, 1)),
        bench("sear_both_sides", &hake(28.0, 1)),
    );
    let (short, long) = (
        thin.programme.timeline(150.0),
        thick.programme.timeline(480.0),
    );
    let core = || Core(f64::NEG_INFINITY, f64::INFINITY);
    let mut together = [core(), core()];
    let track = run_together(&[(&thick, &long, 0.0), (&thin, &short, 0.0)], &mut together).unwrap();
    // Alone by the same march, so that only the company differs.
    let (mut thick_alone, mut thin_alone) = ([core()], [core()]);
    let with_thick = run_together(&[(&thick, &long, 0.0)], &mut thick_alone).unwrap();
    let with_thin = run_together(&[(&thin, &short, 0.0)], &mut thin_alone).unwrap();
    // A few kelvins of pan are little in a core that crust shields: no more than half a kelvin.
    for (with, alone) in [
        (together[0].0, thick_alone[0].0),
        (together[1].0, thin_alone[0].0),
    ] {
        assert!(with < alone + 0.5, "{with} {alone}");
    }
    // Under a broad thin piece the pan is colder than under a small thick one: the one temperature that both
    // see lies below the mean of the two.
    let alone_c = 0.5 * (with_thick.at_c(60.0) + with_thin.at_c(60.0));
    assert!(
        track.at_c(60.0) < alone_c - 1.0,
        "{} {alone_c}",
        track.at_c(60.0)
    );
    // When the thin one has left, the pan comes back.
    assert!(track.at_c(400.0) > track.at_c(140.0));
}

/// On a track the same piece goes the same way: within the half kelvin that straight lines between
/// the steps leave.
#[test]
fn law_a_track_carries_the_pan() {
    let bench = bench("sear_skin_first", &hake(22.0, 2));
    let timeline = bench.programme.timeline(400.0);
    let mut track = Track::default();
    let mut own = Core(f64::NEG_INFINITY, f64::INFINITY);
    bench.run(&timeline, &mut (&mut track, &mut own));
    let mut followed = Core(f64::NEG_INFINITY, f64::INFINITY);
    bench
        .begin_on(&track)
        .to(&timeline, timeline.end_s(), &mut followed);
    assert!((own.0 - followed.0).abs() < 0.5, "{} {}", own.0, followed.0);
    assert!((own.1 - followed.1).abs() < 1.0, "{} {}", own.1, followed.1);
}

fn asked(kind: &str, settings: &[(&str, Value)]) -> PlanAsked {
    PlanAsked {
        piece: hake(24.0, 1),
        method: MethodAsked {
            kind: kind.into(),
            settings: settings
                .iter()
                .map(|(k, v)| ((*k).to_owned(), v.clone()))
                .collect(),
        },
        ..PlanAsked::default()
    }
}

fn peak_c(asked: &PlanAsked) -> f64 {
    plan(asked).unwrap().outcome.core_peak_c
}

/// Each factor touches what it says and nothing else.
#[test]
fn law_a_truth_touches_what_it_says() {
    let with = |kind: &str, settings: &[(&str, Value)], truth: &TruthAsked| {
        peak_c(&PlanAsked {
            truth: Some(truth.clone()),
            ..asked(kind, settings)
        })
    };
    let none = TruthAsked::default();
    let hotter = TruthAsked {
        heat_k: Some(15.0),
        ..none.clone()
    };
    let boiling = [("liquid_c", Value::Number(100.0))];
    let iron = [("ware", Value::Word("hot_iron".into()))];
    // Boiling water and steam boil no hotter on a hotter fire; a poach below does, and so does what simmers under a lid.
    for (kind, settings, follows) in [
        ("steam", &[][..], false),
        ("pan_steam", &[], true),
        ("deep_poach", &boiling, false),
        ("deep_poach", &[], true),
        ("sear_skin_first", &[], true),
        ("hot_roast", &[], true),
        ("hot_roast", &iron, true),
        ("grill_direct", &[], true),
        ("broil", &[], true),
    ] {
        let (plain, hot) = (with(kind, settings, &none), with(kind, settings, &hotter));
        if follows {
            assert!(hot > plain + 0.2, "{kind}: {plain} {hot}");
        } else {
            assert!((hot - plain).abs() < 1e-9, "{kind}: {plain} {hot}");
        }
    }
    // The oven round the ware follows too: with ware it gains as much as on a tray, within a half.
    let gain = |settings: &[(&str, Value)]| {
        with("hot_roast", settings, &hotter) - with("hot_roast", settings, &none)
    };
    assert!(
        gain(&iron) > 0.5 * gain(&[]),
        "{} {}",
        gain(&iron),
        gain(&[])
    );
    let thicker = |mm| TruthAsked {
        thickness_mm: Some(mm),
        ..none.clone()
    };
    assert!(with("steam", &[], &thicker(26.0)) < with("steam", &[], &none) - 2.0);
    assert!((with("steam", &[], &thicker(24.0)) - with("steam", &[], &none)).abs() < 1e-9);
    let weak = TruthAsked {
        hob_share: Some(0.5),
        ..none.clone()
    };
    assert!(with("sear_skin_first", &[], &weak) < with("sear_skin_first", &[], &none));
    let crowd = TruthAsked {
        pieces: Some(4),
        ..none.clone()
    };
    assert!(with("sear_skin_first", &[], &crowd) < with("sear_skin_first", &[], &none));
    assert!((with("steam", &[], &crowd) - with("steam", &[], &none)).abs() < 1e-9);
    let refused = plan(&PlanAsked {
        truth: Some(thicker(900.0)),
        ..asked("steam", &[])
    });
    assert_eq!(refused.unwrap_err().field(), "truth.thickness_mm");
}

/// Another truth at these times is one question: the plan of the piece asked for, run on the other.
/// It is what planning, and then simulating the other piece at those times, says.
#[test]
fn law_another_truth_at_these_times_is_what_simulating_it_says() {
    let truth = TruthAsked {
        thickness_mm: Some(26.0),
        start_c: Some(3.0),
        ..TruthAsked::default()
    };
    let planned = plan(&asked("sear_both_sides", &[])).unwrap();
    let other = plan(&PlanAsked {
        truth: Some(truth.clone()),
        ..asked("sear_both_sides", &[])
    })
    .unwrap();
    assert_eq!(planned.off_heat_s, other.off_heat_s);
    let turn_s = planned.turns_s[0];
    let times = TimesAsked {
        sides_s: vec![turn_s, planned.off_heat_s - turn_s],
        rest_s: planned.rest_s,
    };
    let Simulated { outcome, .. } = simulate(&SimulateAsked {
        target: None,
        piece: hake(24.0, 1),
        method: asked("sear_both_sides", &[]).method,
        kitchen: Kitchen::SEA_LEVEL,
        eaters: Eaters::Everyone,
        times: times.clone(),
        truth: Some(truth),
    })
    .unwrap();
    assert!((outcome.core_peak_c - other.outcome.core_peak_c).abs() < 1e-9);
    // And with the times given, nothing is looked for.
    let given: Plan = plan(&PlanAsked {
        times: Some(times),
        ..asked("sear_both_sides", &[])
    })
    .unwrap();
    assert!((given.outcome.core_peak_c - planned.outcome.core_peak_c).abs() < 1e-9);
    let (a, b) = (given.window, planned.window);
    // Both find the ends to 0.1 K, which is some seconds where the core hardly rises any more.
    let near = |a: f64, b: f64| (a - b).abs() < 0.1 * b + 1.0;
    assert!(
        near(a.early_s, b.early_s) && near(a.late_s, b.late_s),
        "{a:?} {b:?}"
    );
    let wrong = plan(&PlanAsked {
        times: Some(TimesAsked {
            sides_s: vec![60.0],
            rest_s: 60.0,
        }),
        ..asked("sear_both_sides", &[])
    });
    assert_eq!(wrong.unwrap_err().field(), "times.sides_s");
}

/// The claim of the range, measured on pieces it has not seen, drawn from its own factors: between
/// "look" and "latest" lie eight in ten. (Whether the factors are those of real kitchens is
/// another question.)
#[test]
fn law_eight_in_ten_lie_between_look_and_latest() {
    for (kind, turn_by) in [
        ("sear_both_sides", TurnBy::Piece),
        ("hot_roast", TurnBy::Piece),
    ] {
        let planned = plan(&PlanAsked {
            range: true,
            turn_by,
            ..asked(kind, &[])
        })
        .unwrap();
        let (piece, mut programme) = built(kind, &[], &hake(24.0, 1));
        programme.eats_s = planned.eat_by_s - planned.off_heat_s - planned.rest_s;
        let set = members(&piece, &programme);
        let aim_c = planned.aim.band.middle_c();
        // Unseen: each factor of a member taken from another member.
        let n = set.len();
        let (mut early, mut late) = (0, 0);
        // Two shuffles.
        for i in 0..2 * n {
            let shuffled = |step: usize| i * 7 + (1 + i / n) * (step * 11 + step * step);
            let at = |step: usize| set[shuffled(step) % n].truth;
            let truth = Truth {
                left_in: false,
                thickness_m: at(1).thickness_m,
                start_c: at(2).start_c,
                contact: at(3).contact,
                kelvins: at(4).kelvins,
                hob_share: at(5).hob_share,
                load: 1.0,
                conductivity: at(6).conductivity,
                height: 1.0,
            };
            let bench = Bench::new(&truth, &programme, Fidelity::ROUGH);
            let peak = |off_s: f64| match turn_by {
                TurnBy::Clock | TurnBy::Card => {
                    bench.peak_c(&programme.timeline(planned.off_heat_s).leaving(off_s))
                }
                TurnBy::Piece => bench.peak_c(&programme.timeline(off_s)),
            };
            early += usize::from(peak(planned.look_from_s) >= aim_c);
            late += usize::from(peak(planned.latest_s) < aim_c);
        }
        // Tenths of 64: 6; a set leaves a few either way, and the slow tail of a pan is thicker than that.
        println!("{kind}: {early} {late} of {}", 2 * n);
        assert!(
            early <= 13 && late <= 16 && (4..=21).contains(&(early + late)),
            "{kind}: {early} {late} of {n}"
        );
        assert!(planned.look_from_s < planned.off_heat_s && planned.off_heat_s < planned.latest_s);
    }
}

/// A ruler narrows what the eye leaves open; a turn that follows the piece and one by the clock are
/// two questions.
#[test]
fn law_a_ruler_narrows_the_range() {
    let spread = |measured: &str, turn_by| {
        let planned = plan(&PlanAsked {
            piece: PieceAsked {
                measured: Some(measured.into()),
                ..hake(24.0, 1)
            },
            range: true,
            turn_by,
            ..asked("sear_both_sides", &[])
        })
        .unwrap();
        planned.latest_s - planned.look_from_s
    };
    assert!(spread("ruler", TurnBy::Clock) < 0.95 * spread("eye", TurnBy::Clock));
    assert_ne!(spread("eye", TurnBy::Clock), spread("eye", TurnBy::Piece));
}

/// Even draws from a linear congruence (Knuth's MMIX), high bits.
fn draws(seed: u64) -> impl FnMut() -> f64 {
    let mut state = seed;
    move || {
        state = state
            .wrapping_mul(6_364_136_223_846_793_005)
            .wrapping_add(1_442_695_040_888_963_407);
        (state >> 11) as f64 / (1u64 << 53) as f64
    }
}

/// Pieces and fires that the planner has not drawn: even spreads with ends of their own, where its factors are
/// normal. Thickness 14 %, start 3.5 K, contact and air 1.8 times either way, a pan 35 K, an oven 10, a grill
/// 14, oil 7, liquid 5 K, conductivity 9 %, height a fifth.
fn unseen(piece: &Piece, fire: Fire, draw: &mut impl FnMut() -> f64) -> Truth {
    let asked = Truth::asked(piece);
    let mut even = |end: f64| end * (2.0 * draw() - 1.0);
    let heat_k = match fire {
        Fire::Pan => 35.0,
        Fire::Oven => 10.0,
        Fire::Oil => 7.0,
        Fire::Liquid => 5.0,
        Fire::Grill => 14.0,
        Fire::Steam => 0.0,
    };
    Truth {
        thickness_m: asked.thickness_m * (1.0 + even(0.14)),
        start_c: asked.start_c + even(3.5),
        contact: Contacts::all(even(1.8_f64.ln()).exp()),
        kelvins: Kelvins::all(even(heat_k)),
        hob_share: (1.0 + even(0.25)),
        conductivity: 1.0 + even(0.09),
        height: 1.0 + even(0.2),
        ..asked
    }
}

/// The share of unseen pieces that are done between "look" and "latest", by way: eight in ten is promised. The
/// truth is the section in two dimensions, its edges from a third to nine tenths as high as its middle, and not
/// the column that the plan is made on.
#[test]
pub fn law_the_range_holds_for_unseen_pieces() {
    const DRAWN: usize = 80;
    const COARSE: Finest = Finest {
        through: 14.0,
        most: 700.0,
        graded: true,
    };
    let whole = PieceAsked {
        cut: Some("whole_round".into()),
        mass_g: Some(600.0),
        ..hake(40.0, 1)
    };
    let cases = [
        ("sear_skin_first", TurnBy::Piece, hake(25.0, 1)),
        ("sear_skin_first", TurnBy::Clock, hake(25.0, 1)),
        ("hot_roast", TurnBy::Piece, hake(28.0, 1)),
        ("steam", TurnBy::Piece, whole.clone()),
        ("whole_roast", TurnBy::Piece, whole),
        ("deep_poach", TurnBy::Piece, hake(25.0, 1)),
        ("braise", TurnBy::Piece, hake(28.0, 1)),
        ("grill_direct", TurnBy::Piece, hake(22.0, 1)),
    ];
    let (mut held, mut all) = (0, 0);
    let mut wrong = Vec::new();
    for (kind, turn_by, piece) in cases {
        let planned = plan(&PlanAsked {
            piece: piece.clone(),
            range: true,
            turn_by,
            ..asked(kind, &[])
        })
        .unwrap();
        let (piece, mut programme) = built(kind, &[], &piece);
        programme.eats_s = planned.eat_by_s - planned.off_heat_s - planned.rest_s;
        let aim_c = planned.aim.band.middle_c();
        let mut draw = draws(20_261_125);
        let (mut early, mut late) = (0, 0);
        for _ in 0..DRAWN {
            let truth = unseen(&piece, programme.fire, &mut draw);
            let bench = Bench::new(&truth, &programme, Fidelity::ROUGH);
            let edge = 0.33 + 0.57 * draw();
            let finest = if piece.cut.is_whole() {
                Finest::ORDINARY
            } else {
                COARSE
            };
            let across = bench.across_as(bench.outline().edged(edge), finest);
            let done_by = |off_s: f64| {
                let timeline = match turn_by {
                    TurnBy::Clock | TurnBy::Card => {
                        programme.timeline(planned.off_heat_s).leaving(off_s)
                    }
                    TurnBy::Piece => programme.timeline(off_s),
                };
                across.peaks_c(&timeline)[0] >= aim_c
            };
            early += usize::from(done_by(planned.look_from_s));
            late += usize::from(!done_by(planned.latest_s));
        }
        let inside = DRAWN - early - late;
        let share = 100.0 * inside as f64 / DRAWN as f64;
        let turned = match turn_by {
            TurnBy::Clock | TurnBy::Card => ", turned by the clock",
            TurnBy::Piece => "",
        };
        note(
            format!("range of {kind}{turned}: unseen pieces inside"),
            format!("{share:.0} % ({early} early, {late} late of {DRAWN})"),
            "80 %",
        );
        // Eighty draws know a share of 80 % to 4.5 points; thickness is drawn evenly, so a way that hangs on
        // nothing else (steam) has 74 % at best: twice 4.5 points around both.
        // That a way may be off as a whole is in the range and not in these draws: water, steam and ovens hold more.
        if !(65.0..=95.0).contains(&share) {
            wrong.push(format!("{kind}{turned}: {share:.0}"));
        }
        held += inside;
        all += DRAWN;
    }
    let share = 100.0 * f64::from(held as u32) / f64::from(all as u32);
    note("all of them", format!("{share:.0} %"), "75 to 85 %");
    assert!(wrong.is_empty(), "{wrong:?}");
    assert!((75.0..=85.0).contains(&share), "{share}");
}

/// Groups pull by their pieces: `n` beside one leave oil, water and pan where `n + 1` of them do, and each next is colder.
/// The moist air over a full pan is that of all.
#[test]
fn law_a_bath_and_a_pan_count_pieces() {
    for (kind, mm) in [
        ("deep_fry_batter", 18.0),
        ("deep_poach", 25.0),
        ("sear_both_sides", 18.0),
    ] {
        let low_c = |groups: &[u32]| {
            let beside = groups[1..].iter().map(|pieces| BesideAsked {
                thickness_mm: mm,
                pieces: *pieces,
                mass_g: Some(150.0),
                fish: None,
            });
            let told = together(&TogetherAsked {
                plan: PlanAsked {
                    piece: PieceAsked {
                        mass_g: Some(150.0),
                        ..hake(mm, groups[0])
                    },
                    method: MethodAsked {
                        kind: kind.into(),
                        settings: vec![],
                    },
                    range: false,
                    ..PlanAsked::default()
                },
                beside: beside.collect(),
                company: Company::InAtOnce,
            });
            let told = told.unwrap();
            (told.low_c.unwrap(), told.pieces[0].on_heat_s)
        };
        let alike = [low_c(&[1, 3]), low_c(&[2, 2]), low_c(&[3, 1])];
        for other in &alike[1..] {
            assert!((other.0 - alike[0].0).abs() < 0.5, "{kind}: {alike:?}");
            assert!(
                (other.1 / alike[0].1 - 1.0).abs() < 0.06,
                "{kind}: {alike:?}"
            );
        }
        let more = [low_c(&[1, 1]), alike[0], low_c(&[1, 5])];
        for pair in more.windows(2) {
            assert!(pair[1].0 < pair[0].0 - 0.3, "{kind}: {more:?}");
        }
    }
}
