//! Many pieces and their sides to one time, on the kit at hand, by the hands that are there.
//!
//! Each dish is run once ([`Runs`]); its acts become a job with one free start, and the slack the run leaves each of them; a
//! search puts the jobs of each ticket so that they are ready together: nothing waits hot longer than it keeps, no cook does
//! two things at once, no ring, shelf or fryer is taken twice, an oven has one temperature at a time. What has begun stands
//! where the fold of its events says.
//!
//! Limits: hands are whole attention; whoever may work at a thing does it as well as anybody; things that are alike are as
//! good as each other only as far as their runs say so. Holding times are common practice, no source.

mod answer;
mod asked;
mod check;
mod courses;
mod floor;
mod jobs;
mod lanes;
mod live;
mod mise;
mod place;
mod problem;
mod runs;
mod search;
mod seats;
mod serve;
mod short;
mod standing;
mod stock;
mod tell;

pub use answer::{
    ActTold, CookTold, HeldTold, MiseAct, MiseTold, PlateTold, Service, ShortOf, StandsAt,
    StockTold, TicketTold, WayOut,
};
pub use asked::{
    AfterAsked, Dish, DownAsked, ExpectedAsked, HandAsked, HappenedAsked, PinnedAsked, PlateAsked,
    ServiceAsked, StoodAsked, TicketAsked,
};
pub use problem::{
    Begun, Cook, Hold, Job, LATE, MOVED, Order, Problem, Put, S, SAME_S, Schedule, Task, Thing,
    Variant,
};
pub use runs::{Runs, Wanted};
pub use search::{schedule, usual_tries};
pub use serve::service;
