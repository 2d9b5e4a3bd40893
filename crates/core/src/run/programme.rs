//! A way to cook one piece as data: what its faces see in one stage after another, the times left
//! open for a plan to find.

use super::act::What;
use super::fire::Fire;
use super::stage::{Span, Stage};
use super::timeline::{Begin, Timeline};
use super::truth::{Off, Touch, Truth};
use crate::fish::{Piece, Skin};
use crate::heat::{Air, Body, Browns, Face, Layer, Medium, ROOM_C, Reservoir, Shape, scored_adds};
use crate::kit::Kitchen;
use crate::matter::{Material, water};
use serde::{Deserialize, Serialize};

/// What is in a bath at once, and how far the cook lets it drop.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Allowed {
    /// Fish at once, g.
    pub load_g: f64,
    /// Drop of the bath, K.
    pub drop_k: f64,
}

/// A surface on its way: where films are read off for the shape of a piece, C. Vapour turns from what heats to what cools
/// at its dew point, which must not be met by one of them alone.
const WARMING_C: [f64; 4] = [25.0, 35.0, 45.0, 55.0];
/// And its flesh, C.
const WARM_C: f64 = 40.0;
/// Skin and flesh in air against a crust of bread: by when cooks call a broiled side gold. common practice, no source.
const BARE_BROWNS: f64 = 0.8;
/// A stage of so many seconds counts as that share of a usual cooking, s.
const A_COOKING_S: f64 = 600.0;

/// What is heated before the fish goes in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Hot {
    /// A pan.
    Pan,
    /// An oven or broiler.
    Oven,
    /// Frying oil.
    Oil,
    /// Liquid, or the water under a steamer.
    Liquid,
    /// A grill.
    Grill,
}

/// Something that is heated before the fish goes in.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Heating {
    /// What.
    pub what: Hot,
    /// To so many C.
    pub to_c: f64,
    /// How long it takes from a cold kitchen, s.
    pub s: f64,
    /// It is an element that glows, not the air of an oven: who asks for an oven does not mean it first.
    #[serde(skip)]
    pub glows: bool,
}

/// A whole way to cook one piece, times open.
#[derive(Debug, Clone)]
pub struct Programme {
    /// Of what the piece is.
    pub flesh: Material,
    /// The pan, bath or dish, if any.
    pub reservoir: Option<Reservoir>,
    /// On the heat.
    pub stages: Vec<Stage>,
    /// Coats below the skin side and above the flesh side, each from the low face to the high.
    pub coats: [Vec<Layer>; 2],
    /// How many times as fast as a crust of bread its bare faces brown, skin side and flesh side.
    pub browns: [Browns; 2],
    /// What the piece is as a body that conducts.
    pub shape: Shape,
    /// A whole fish that is cut to the bone.
    pub scored: bool,
    /// Water on its bare faces when it meets the heat, kg/m2; below 0: they have dried.
    pub damp_kg_m2: f64,
    /// The fire falls so fast all the while, K/s: coals that nobody feeds.
    pub falls_k_s: f64,
    /// Off the heat.
    pub rest: Stage,
    /// It rests no longer than this, s, where that is not as anybody waits.
    pub most_rest_s: Option<f64>,
    /// On the plate after that: what both faces see. None where the piece is not left on one.
    pub plate: Option<(Face, Face)>,
    /// How long it may lie there, s.
    pub eats_s: f64,
    /// Pressure of the air, Pa.
    pub pressure_pa: f64,
    /// What is set hot.
    pub fire: Fire,
    /// Of what is fried in batches.
    pub allowed: Option<Allowed>,
    /// What it lies in, where that can run over.
    pub fill: Option<Fill>,
    /// What is heated first, side by side.
    pub heating: Vec<Heating>,
    /// What of the things it is cooked on has been learned: how far each may still be off, one standard deviation.
    pub sure: Vec<(Off, f64)>,
}

/// A pot of oil or liquid, and the fish that goes in at once.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Fill {
    /// So much is in it, l.
    pub litres: f64,
    /// So much may be, l.
    pub most_l: f64,
    /// Fish in it at once, g.
    pub fish_g: f64,
}

/// A stretch of the march: from when to when, and what the faces see.
#[derive(Debug, Clone, Copy)]
pub(super) struct Stretch {
    pub from_s: f64,
    pub to_s: f64,
    pub stage: Stage,
}

impl Programme {
    /// Some stages with nothing special: no reservoir, no coats.
    pub fn new(
        piece: &Piece,
        kitchen: &Kitchen,
        fire: Fire,
        stages: Vec<Stage>,
        rest: Stage,
    ) -> Self {
        Self {
            flesh: Material::flesh(&piece.composition),
            reservoir: None,
            stages,
            coats: [vec![], vec![]],
            browns: [Browns::alike(BARE_BROWNS); 2],
            shape: piece.shape(),
            scored: piece.scored && piece.cut.is_whole(),
            damp_kg_m2: 1e-3 * piece.damp_g_m2,
            falls_k_s: 0.0,
            plate: Some((rest.low, rest.high)),
            rest,
            most_rest_s: None,
            eats_s: 0.0,
            pressure_pa: kitchen.pressure_pa(),
            fire,
            allowed: None,
            fill: None,
            heating: vec![],
            sure: vec![],
        }
    }

    /// Eaten off something else than it rests on.
    pub fn plated(mut self, plate: (Face, Face)) -> Self {
        self.plate = Some(plate);
        self
    }

    /// On a fire that falls by so much a minute, K.
    pub fn falling(mut self, k_min: f64) -> Self {
        self.falls_k_s = k_min / 60.0;
        self
    }

    /// Opened as it is served, the flesh lifted off the bones: it goes on no further.
    pub fn opened(mut self) -> Self {
        self.plate = None;
        self
    }

    /// Whose bare faces brown so fast where they touch, skin and flesh.
    pub fn touching_browns(mut self, piece: &Piece, [skin, flesh]: [f64; 2]) -> Self {
        let skins = [
            piece.skin == Skin::On || piece.cut.is_whole(),
            piece.cut.is_whole(),
        ];
        for (browns, is_skin) in self.browns.iter_mut().zip(skins) {
            browns.touching = if is_skin { skin } else { flesh };
        }
        self
    }

    /// With something heated first.
    pub fn heat(mut self, heating: Heating) -> Self {
        self.heating.push(heating);
        self
    }

    /// How long it rests, s.
    pub fn rest_s(&self) -> f64 {
        self.rest.fixed_s()
    }

    /// Equivalent heat transfer dimensionality of a piece as it is under this programme, one for the whole
    /// run: for the film that both faces have in the mean over the stages, and for sides that see what the
    /// face sees that lies on nothing.
    pub fn dimensionality(&self, truth: &Truth) -> f64 {
        let thickness_m = truth.thickness_m;
        let air = Air {
            pressure_pa: self.pressure_pa,
            boil_c: water::boiling_point_c(self.pressure_pa),
        };
        let reservoir_c = |stage: &Stage| match self.reservoir {
            Some(body) if body.most_w_m2 > 0.0 => stage.set_c,
            Some(body) => body.ambient_c,
            None => stage.set_c,
        };
        let bath = self.bath();
        let flesh_k = self.flesh.k_w_mk(WARM_C, self.flesh.water_kg_m3);
        let inner_w_m2k = 2.0 * flesh_k / thickness_m;
        let (mut weights, mut films, mut sides) = (0.0, 0.0, 0.0);
        let mut through = [0.0; 2];
        for stage in &self.stages {
            let weight = match stage.span {
                Span::Share(share) => share,
                Span::Fixed(s) | Span::Within(s) => s / A_COOKING_S,
            };
            let both = [stage.low, stage.high];
            let edge = stage.edge(bath);
            weights += weight;
            for warm_c in WARMING_C {
                let part = weight / WARMING_C.len() as f64;
                let mean = |of: [f64; 2]| 0.5 * (of[0] + of[1]);
                let film = |face: Face| face.takes(warm_c, reservoir_c(stage), air).0;
                // A plate gives more than flesh takes away; beside one that counts, elsewhere faces and sides are alike.
                let passes = |face: Face| match stage.beside {
                    Some(_) => face.passes(warm_c, inner_w_m2k, reservoir_c(stage), air),
                    None => face.takes(warm_c, reservoir_c(stage), air).1,
                };
                films += part * mean(both.map(film));
                for (all, face) in through.iter_mut().zip(both) {
                    *all += part * passes(face);
                }
                sides += part * passes(edge);
            }
        }
        let bi = films / weights.max(1e-9) * 0.5 * thickness_m / flesh_k;
        // What cools or thaws does so from all sides.
        let [low, high] = through;
        let faces = 0.5 * (low + high);
        let (share, one_sided) = if faces > 0.0 {
            (sides / faces, 0.5 * (low - high).abs() / faces)
        } else {
            (1.0, 0.0)
        };
        let cuts = if self.scored {
            scored_adds(thickness_m, bi)
        } else {
            0.0
        };
        let body = self.shape.higher(truth.height);
        cuts + body.dimensionality_rested(thickness_m, bi, share, one_sided)
    }

    /// There is a coat on both sides.
    pub fn coated(&self) -> bool {
        self.coats.iter().all(|coat| !coat.is_empty())
    }

    /// By what a stage is heated.
    pub fn fire_of(&self, stage: &Stage) -> Fire {
        stage.fire.unwrap_or(self.fire)
    }

    /// By what pan, bath or dish is heated before the fish goes in.
    pub fn fire_below(&self) -> Fire {
        match self.reservoir.map(|body| body.body) {
            Some(Body::Pan) => Fire::Pan,
            Some(Body::Oil) => Fire::Oil,
            Some(Body::Liquid) => Fire::Liquid,
            Some(Body::Ware) => Fire::Oven,
            None => self.fire,
        }
    }

    /// What gives most of the heat gives it through this.
    pub fn main_touch(&self) -> Touch {
        match self.fire {
            Fire::Pan | Fire::Grill => Touch::Solid,
            Fire::Oven => Touch::Air,
            Fire::Oil | Fire::Liquid | Fire::Steam => Touch::Liquid,
        }
    }

    /// Something of it is set hot so.
    pub fn is_heated_by(&self, fire: Fire) -> bool {
        let stages = self.stages.iter().any(|stage| self.fire_of(stage) == fire);
        stages || (self.reservoir.is_some() && self.fire_below() == fire)
    }

    /// The vapour it is in is as hot as the fire makes it: not that of a steamer, which boils.
    pub fn simmers(&self) -> bool {
        let by_fire = |face: &Face| face.gas.is_some_and(|gas| gas.of_fire > 0.0);
        let mut stages = self.stages.iter();
        self.fire == Fire::Steam && stages.any(|stage| by_fire(&stage.high))
    }

    /// What gives heat through a medium that a face touches.
    pub fn touch_of(&self, to: Medium) -> Touch {
        match to {
            Medium::Reservoir if self.bath() => Touch::Liquid,
            Medium::Reservoir | Medium::Fire(_) => Touch::Solid,
            // What keeps its own temperature boils or condenses.
            Medium::Held(_) => Touch::Liquid,
        }
    }

    /// The piece lies in oil or liquid.
    pub(super) fn bath(&self) -> bool {
        self.reservoir
            .is_some_and(|body| matches!(body.body, Body::Oil | Body::Liquid))
    }

    /// The faces see the same all the time on the heat, however long it is.
    pub fn is_steady(&self) -> bool {
        self.falls_k_s == 0.0 && self.stages.windows(2).all(|pair| pair[0].goes_on(&pair[1]))
    }

    /// When each stage begins when the piece is to be on the heat for `total_s`.
    pub fn timeline(&self, total_s: f64) -> Timeline {
        self.begun(&self.durations_s(total_s), self.rest_s())
    }

    /// Sides that times are given for.
    pub fn sides(&self) -> usize {
        self.stages.iter().filter(|stage| stage.side).count()
    }

    /// How long each side takes on a timeline, s.
    pub fn sides_s(&self, timeline: &Timeline) -> Vec<f64> {
        let mut sides = vec![0.0; self.sides()];
        let ends = timeline.begins.iter().skip(1).map(|next| next.at_s);
        for (begin, end_s) in timeline.begins.iter().zip(ends.chain([timeline.off_s])) {
            let begun = self.stages[..=begin.stage].iter().filter(|s| s.side);
            if let Some(side) = sides.get_mut(begun.count().saturating_sub(1)) {
                *side += end_s - begin.at_s;
            }
        }
        sides
    }

    /// The timeline of so many seconds a side. Stages that are part of a side take their seconds
    /// or their share of it.
    pub fn timeline_of_sides(&self, sides_s: &[f64], rest_s: f64) -> Timeline {
        let mut durations = Vec::with_capacity(self.stages.len());
        let mut sides = sides_s.iter();
        let mut from = 0;
        while from < self.stages.len() {
            let next = (from + 1..self.stages.len()).find(|i| self.stages[*i].side);
            let to = next.unwrap_or(self.stages.len());
            let given = sides.next().copied().unwrap_or(0.0);
            durations.extend(deal(&self.stages[from..to], given));
            from = to;
        }
        self.begun(&durations, rest_s)
    }

    /// When the faces see something new for the last time before it leaves the heat, s.
    pub fn last_change_s(&self, timeline: &Timeline) -> f64 {
        let stretches = self.stretches(timeline);
        let mut on_heat = stretches.iter().filter(|s| s.from_s < timeline.off_s);
        on_heat.next_back().map_or(0.0, |s| s.from_s)
    }

    /// When the faces see something new for the last time, s: on the plate, or off the heat.
    pub(super) fn last_stretch_s(&self, timeline: &Timeline) -> f64 {
        let stretches = self.stretches(timeline);
        stretches.last().map_or(0.0, |s| s.from_s)
    }

    /// Stretches in which the faces see the same, the rest and the plate last and without an end. Stages that
    /// change nothing for the faces are one stretch.
    pub(super) fn stretches(&self, timeline: &Timeline) -> Vec<Stretch> {
        let mut stretches: Vec<Stretch> = Vec::with_capacity(timeline.begins.len() + 2);
        for (i, begin) in timeline.begins.iter().enumerate() {
            let stage = self.stages[begin.stage];
            let to_s = timeline
                .begins
                .get(i + 1)
                .map_or(timeline.off_s, |next| next.at_s);
            match stretches.last_mut() {
                Some(last) if last.stage.goes_on(&stage) => last.to_s = to_s,
                _ => stretches.push(Stretch {
                    from_s: begin.at_s,
                    to_s,
                    stage,
                }),
            }
        }
        if self.falls_k_s > 0.0 {
            stretches = stretches.into_iter().flat_map(|s| self.fallen(s)).collect();
        }
        let plated = self.plate.map(|(low, high)| Stage {
            low,
            high,
            ..self.rest
        });
        let moved = plated.filter(|plate| !plate.goes_on(&self.rest) && timeline.eats_s > 0.0);
        stretches.push(Stretch {
            from_s: timeline.off_s,
            to_s: moved.map_or(f64::INFINITY, |_| timeline.end_s()),
            stage: self.rest,
        });
        stretches.extend(moved.map(|stage| Stretch {
            from_s: timeline.end_s(),
            to_s: f64::INFINITY,
            stage,
        }));
        stretches
    }

    /// A stretch over a fire that falls: in spans, the same on every timeline, in each of which it counts as its mean.
    fn fallen(&self, stretch: Stretch) -> Vec<Stretch> {
        /// How long one is, s.
        const SPAN_S: f64 = 120.0;
        let boil_c = water::boiling_point_c(self.pressure_pa);
        let (first, mut from_s) = ((stretch.from_s / SPAN_S).floor() as usize, stretch.from_s);
        let mut spans = vec![];
        for i in first.. {
            if from_s >= stretch.to_s {
                break;
            }
            let start_s = i as f64 * SPAN_S;
            let by_k = -self.falls_k_s * (start_s + 0.5 * SPAN_S);
            let colder = |face: Face| {
                let fallen = face.really(|_| 1.0, 1.0, by_k, boil_c);
                // Dead coals are as cold as the room.
                fallen.no_colder_than(ROOM_C)
            };
            let to_s = stretch.to_s.min(start_s + SPAN_S);
            if to_s - from_s > 1e-9 {
                spans.push(Stretch {
                    from_s,
                    to_s,
                    stage: Stage {
                        low: colder(stretch.stage.low),
                        high: colder(stretch.stage.high),
                        beside: stretch.stage.beside.map(colder),
                        ..stretch.stage
                    },
                });
            }
            from_s = to_s;
        }
        spans
    }

    fn begun(&self, durations_s: &[f64], rest_s: f64) -> Timeline {
        let mut at_s = 0.0;
        let mut begins = Vec::with_capacity(self.stages.len());
        for (stage, (of, s)) in self.stages.iter().zip(durations_s).enumerate() {
            // A stage that takes no time is none; the first is where it all begins.
            if *s > 0.0 || stage == 0 {
                begins.push(Begin {
                    stage,
                    what: of.what,
                    at_s,
                });
            }
            at_s += s;
        }
        if let Some(first) = begins.first_mut() {
            first.what = Some(What::In);
        }
        Timeline {
            begins,
            off_s: at_s,
            rest_s,
            eats_s: self.eats_s,
        }
    }

    /// How long each stage takes when all are to take `total_s`.
    fn durations_s(&self, total_s: f64) -> Vec<f64> {
        let fixed: f64 = self.stages.iter().map(Stage::fixed_s).sum();
        let squeeze = if fixed > total_s {
            total_s / fixed
        } else {
            1.0
        };
        let shared = (total_s - fixed).max(0.0);
        let mut within = 0.0;
        let spans = self.stages.iter().enumerate();
        let mut over = 0.0;
        spans
            .map(|(i, stage)| match stage.span {
                Span::Fixed(s) => s * squeeze,
                Span::Within(s) => {
                    let share = self.stages[i..].iter().find_map(|stage| match stage.span {
                        Span::Share(share) => Some(share),
                        _ => None,
                    });
                    let left = share.unwrap_or(0.0) * shared - within;
                    let takes = s.min(left.max(0.0));
                    within += takes;
                    takes
                }
                Span::Share(share) => {
                    let all = share * shared + over - std::mem::take(&mut within);
                    over = (all - stage.most_s).max(0.0);
                    (all - over).max(0.0)
                }
            })
            .collect()
    }
}

/// Deals the seconds of one side out to its stages: first what is fixed, then by share.
fn deal(stages: &[Stage], given_s: f64) -> Vec<f64> {
    let mut left = given_s;
    let mut takes: Vec<f64> = stages
        .iter()
        .map(|stage| match stage.span {
            // A side of one fixed stage takes all it is given.
            Span::Within(s) => {
                let takes = s.min(left);
                left -= takes;
                takes
            }
            Span::Share(_) | Span::Fixed(_) => 0.0,
        })
        .collect();
    let weight = |stage: &Stage| match stage.span {
        Span::Share(share) => share,
        Span::Fixed(s) => s,
        Span::Within(_) => 0.0,
    };
    let all: f64 = stages.iter().map(weight).sum();
    let parts = stages.iter().filter(|s| !matches!(s.span, Span::Within(_)));
    let alike = 1.0 / parts.count().max(1) as f64;
    for (takes, stage) in takes.iter_mut().zip(stages) {
        if !matches!(stage.span, Span::Within(_)) {
            *takes += left
                * if all > 0.0 {
                    weight(stage) / all
                } else {
                    alike
                };
        }
    }
    takes
}
