//! Which role each operation of the API needs.

use crate::live::About;
use axum::http::Method;
use jovek_store::Role;
use std::collections::HashMap;
use utoipa::openapi::OpenApi;

/// What an operation needs.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum Needs {
    /// Nobody in particular: it is how people come in.
    Nobody,
    /// Somebody of this role or above.
    Role(Role),
}

/// What an operation needs, by its id. One that is not named is for leads alone.
fn needs(operation: &str) -> Needs {
    Needs::Role(match operation {
        "me" | "enter" | "leave" | "invited" | "join" => return Needs::Nobody,
        // Reading, working out, practising, and what is noted beside the work.
        "live" | "setMyPassword" | "listJobs" | "getJob" | "listRevisions" | "jobHistory"
        | "storedText" | "exportJob" | "packetPages" | "packetPdf" | "ownerLink"
        | "listPictures" | "getPicture" | "getShop" | "getStock" | "stockCsv" | "readStock"
        | "estimate" | "sizePrices" | "planBays" | "baysIcs" | "getWorkshop" | "work"
        | "assess" | "nextQuestion" | "catalog" | "tryState" | "drawDiagram" | "formboard"
        | "costOfWay" | "prove" | "budget" | "light" | "readLux" | "readIes" | "rules" | "swap"
        | "trailer" | "addWork" | "asBuilt" | "diagnose" | "practice" | "readLog"
        | "listVehicles" | "vehicleLife" | "vehiclesCsv" | "readVehicles" | "listKits"
        | "getKit" | "kitEffects" | "seriesOfKit" | "partsOfSeries" | "seriesCsv" | "sisters"
        | "search" | "listRecalls" | "getRecall" | "addMark" | "addReading" | "keepReadings"
        | "addPicture" => Role::Apprentice,
        // What was found, measured and built.
        "saveJob" | "undoJob" | "redoJob" | "addVisit" | "takeKit" | "sayWhyItDiffers"
        | "askDevice" | "markRecalled" | "verifyHistory" => Role::Fitter,
        // Which jobs there are, on what, with what.
        "createJob" | "buildTrailer" | "putAside" | "bringBack" | "deleteJob" | "addVehicle"
        | "changeVehicle" | "forgetVehicle" | "takeVehicles" | "takeStock" | "clearStock"
        | "layKit" | "keepParts" | "addRecall" | "newOwnerLink" | "withdrawOwnerLink" => {
            Role::Planner
        }
        // What the shop answers for.
        "signJob" | "openJob" | "addKit" | "issueKit" | "setKitPoints" | "setShop"
        | "setWorkshop" | "listPeople" | "inviteFirstLead" | "addPerson" | "setPerson"
        | "invitePerson" => Role::Lead,
        _ => Role::Lead,
    })
}

/// What an operation changes, by its id; nothing for one that only reads or works something out.
fn changes(operation: &str) -> Option<About> {
    Some(match operation {
        "createJob" | "buildTrailer" | "saveJob" | "undoJob" | "redoJob" | "putAside"
        | "bringBack" | "deleteJob" | "addVisit" | "addMark" | "addReading" | "keepReadings"
        | "addPicture" | "signJob" | "openJob" | "newOwnerLink" | "withdrawOwnerLink" => {
            About::Jobs
        }
        "addKit" | "issueKit" | "setKitPoints" | "layKit" | "keepParts" | "takeKit"
        | "sayWhyItDiffers" => About::Kits,
        "addVehicle" | "changeVehicle" | "forgetVehicle" | "takeVehicles" => About::Vehicles,
        "addRecall" | "markRecalled" => About::Recalls,
        "takeStock" | "clearStock" => About::Stock,
        "setShop" | "setWorkshop" => About::Shop,
        "addPerson" | "setPerson" | "join" => About::People,
        _ => return None,
    })
}

/// The rights of all operations, by the place at which they are asked for, and what they change.
#[derive(Debug, Default)]
pub(crate) struct Rights {
    by_place: HashMap<(Method, String), (Needs, Option<About>)>,
}

impl Rights {
    /// The rights of what is described.
    pub(crate) fn of(api: &OpenApi) -> Rights {
        let mut by_place = HashMap::new();
        for (path, item) in &api.paths.paths {
            let operations = [
                (Method::GET, &item.get),
                (Method::POST, &item.post),
                (Method::PUT, &item.put),
                (Method::DELETE, &item.delete),
            ];
            for (method, operation) in operations {
                let id = operation.as_ref().and_then(|o| o.operation_id.as_deref());
                if let Some(id) = id {
                    by_place.insert((method, path.clone()), (needs(id), changes(id)));
                }
            }
        }
        Rights { by_place }
    }

    /// What is needed to ask there. A place that is described nowhere is for leads alone: it says that it is not there.
    pub(crate) fn needs(&self, method: &Method, path: &str) -> Needs {
        // Whoever may read may ask for the heads of it.
        let method = if method == Method::HEAD { &Method::GET } else { method };
        self.at(method, path).map_or(Needs::Role(Role::Lead), |(needs, _)| needs)
    }

    /// What it changes where it succeeds.
    pub(crate) fn changes(&self, method: &Method, path: &str) -> Option<About> {
        self.at(method, path)?.1
    }

    fn at(&self, method: &Method, path: &str) -> Option<(Needs, Option<About>)> {
        self.by_place.get(&(method.clone(), path.to_owned())).copied()
    }
}
