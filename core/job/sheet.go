package job

import (
	"time"

	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
)

// State is how far a job has come.
type State string

// The states of a job.
const (
	Received State = "received" // opened, nothing entered yet
	InWork   State = "in-work"
	Ready    State = "ready" // all done but the signature
	Signed   State = "signed"
	Closed   State = "ended" // without a signature
)

// Sheet is everything there is to show of a job.
type Sheet struct {
	State    State          `json:"state" enum:"received,in-work,ready,signed,ended"`
	Scope    *ScopeSheet    `json:"scope,omitempty" doc:"how much of the work it is; missing where the plan has no scopes"`
	Rules    int            `json:"rules" doc:"number of the rules it was worked out by"`
	Next     string         `json:"next,omitempty" doc:"id of the step to do next"`
	Stages   []StageSheet   `json:"stages" nullable:"false"`
	Stations []StationSheet `json:"stations" nullable:"false" doc:"from the driver end"`
	Bearings []BearingSheet `json:"bearings,omitempty" doc:"from the driver end"`
	Checks   []CheckSheet   `json:"checks" nullable:"false" doc:"stations first, then those without a place"`
	Pieces   []PieceSheet   `json:"pieces" nullable:"false"`
	Benches  []BenchSheet   `json:"benches,omitempty" doc:"what is on the bench by itself at some of the steps"`
	Vertical bool           `json:"vertical,omitempty" doc:"the pump stands; up is to the left of the line"`
	Tally    Tally          `json:"tally" doc:"of the as-built checks"`
	Signed   *Signature     `json:"signed,omitempty"`
	Second   bool           `json:"second,omitempty" doc:"a second person's signature is asked for, and is not there yet"`
	Checked  *Signature     `json:"checked,omitempty" doc:"the second person's signature"`
	Amended  []Amendment    `json:"amended,omitempty" doc:"what was added to it after the signature"`
	Ended    *EndingShown   `json:"ended,omitempty" doc:"how it ended without a signature"`
	Notes    []SheetNote    `json:"notes" nullable:"false" doc:"corrections, decisions and what was taken back"`
	Judged   []JudgedPart   `json:"judged,omitempty" doc:"parts that readings decide about, in the plan's order"`
	Kit      []KitLine      `json:"kit" nullable:"false" doc:"parts to order, on the bench, used, to return"`
	Shift    *ShiftShown    `json:"shift,omitempty" doc:"who goes on, until something is entered after it"`
	Waits    []Wait         `json:"waits,omitempty" doc:"what the job waits for"`
	Causes   []judge.Likely `json:"causes" nullable:"false" doc:"what may be behind it all, the most likely first"`
	Gauges   []GaugeRow     `json:"gauges,omitempty" doc:"what it was measured with"`
	Runs     []RunSheet     `json:"runs,omitempty" doc:"run-out along the shaft, as found and as built"`
	Cautions []CautionRow   `json:"cautions,omitempty" doc:"who said that it was safe; none before 2026-12"`
	Length   int            `json:"length" doc:"number of entries in the log"`
}

// StageSheet is one stage and its steps.
type StageSheet struct {
	ID    string      `json:"id"`
	Title string      `json:"title"`
	Done  int         `json:"done"`
	Total int         `json:"total"`
	Open  bool        `json:"open" doc:"whether something can be entered in it"`
	Steps []StepSheet `json:"steps" nullable:"false"`
}

// StepState is how a step stands.
type StepState string

// The states of a step.
const (
	Open    StepState = "open"
	Blocked StepState = "blocked"
	Done    StepState = "done"
	Decide  StepState = "decide" // entered, and a person's decision is due
)

// StepSheet is one step as it stands.
type StepSheet struct {
	*plan.StepInfo
	Again    string         `json:"again,omitempty" doc:"why it is to be done again"`
	State    StepState      `json:"state" enum:"open,blocked,done,decide"`
	Blocked  string         `json:"blocked,omitempty" doc:"why nothing can be entered"`
	Outside  bool           `json:"outside,omitempty" doc:"entered while the job had another scope, to which it belongs"`
	Loop     *LoopShown     `json:"loop,omitempty" doc:"the steps it is gone through with again"`
	Bench    string         `json:"bench,omitempty" doc:"title of what is drawn instead of the pump"`
	Late     *time.Time     `json:"late,omitempty" doc:"not taken as found: the job was widened to it too late"`
	Entry    string         `json:"entry,omitempty" doc:"id of the entry that counts"`
	Entries  int            `json:"entries,omitempty" doc:"how often it was entered"`
	Reading  *kind.Reading  `json:"reading,omitempty"`
	Decision *Decision      `json:"decision,omitempty" doc:"a person's, on a reading that needs one"`
	DecideBy string         `json:"decide_by,omitempty" enum:"technician,lead" doc:"who may decide, if one is due"`
	Pictures []kind.Picture `json:"pictures,omitempty" doc:"of the step and of the findings at it"`
	Panel    *kind.Panel    `json:"panel" nullable:"false" doc:"never missing"`
}

// LoopShown is the loop that a step belongs to.
type LoopShown struct {
	Title string `json:"title"`
	Until string `json:"until" doc:"when it ends"`
	Round int    `json:"round"`
}

// Decision is a person's, with the reason.
type Decision struct {
	Entry  string     `json:"entry,omitempty" doc:"id of the entry"`
	By     log.Person `json:"by"`
	At     time.Time  `json:"at"`
	Reason string     `json:"reason"`
}

// StationSheet is a place on the shaft line with its check.
type StationSheet struct {
	Letter string `json:"letter"`
	At     string `json:"at" doc:"piece.point"`
	Along  *Along `json:"along,omitempty" doc:"how far along the shaft it is, where the plan asks for it"`
	CheckSheet
}

// Along is a distance along the shaft from the driver end.
type Along struct {
	Figure
	Source  string `json:"source" doc:"where it comes from"`
	Assumed bool   `json:"assumed,omitempty" doc:"the plan's, for want of the pump's own"`
}

// BearingSheet is a bearing with its place on the shaft line and along the shaft.
type BearingSheet struct {
	Title string `json:"title"`
	At    string `json:"at" doc:"piece.point"`
	Along *Along `json:"along,omitempty"`
}

// CheckSheet is a check as found beside as built.
type CheckSheet struct {
	Check  string           `json:"check"`
	Place  string           `json:"place,omitempty" doc:"of a check that is taken at several places: which of them"`
	Title  string           `json:"title"`
	Short  string           `json:"short"`
	Letter string           `json:"letter,omitempty"`
	Limit  *kind.LimitShown `json:"limit"`
	Found  *Taken           `json:"found,omitempty"`
	Built  *Taken           `json:"built,omitempty"`
	Change *Figure          `json:"change,omitempty" doc:"built − found"`
	Step   string           `json:"step,omitempty" doc:"where a tap on its flag leads"`
}

// Taken is one reading of a check.
type Taken struct {
	Step     string       `json:"step"`
	Figure   *Figure      `json:"figure,omitempty" doc:"what was measured"`
	High     *Figure      `json:"high,omitempty"`
	Held     *kind.Held   `json:"held,omitempty" doc:"what of it is judged; missing in sheets kept before 2026-12"`
	Verdict  judge.Result `json:"verdict,omitempty" enum:"within,close,out,undecided,no-limit"`
	Decision *Decision    `json:"decision,omitempty"`
	Rounds   int          `json:"rounds" doc:"how often it was entered"`
	Late     *time.Time   `json:"late,omitempty" doc:"not taken as found: the job was widened to it too late"`
	Earlier  []Round      `json:"earlier,omitempty" doc:"what the rounds before came to, where a stage was done again"`
}

// Round is what a check came to before its stage was reopened.
type Round struct {
	Figure  *Figure      `json:"figure,omitempty"`
	High    *Figure      `json:"high,omitempty"`
	Held    *kind.Held   `json:"held,omitempty"`
	Verdict judge.Result `json:"verdict,omitempty" enum:"within,close,out,undecided,no-limit"`
	Why     string       `json:"why" doc:"what sent the work back"`
}

// JudgedPart is a part with the readings that decide it.
type JudgedPart struct {
	Part  string     `json:"part"`
	Title string     `json:"title"`
	Step  string     `json:"step,omitempty" doc:"at which it is looked at, where it is"`
	By    []JudgedBy `json:"by" nullable:"false"`
}

// JudgedBy is a reading that decides a part, once it is out of its limit.
type JudgedBy struct {
	Check   string        `json:"check,omitempty" doc:"missing where it is a count"`
	Title   string        `json:"title"`
	Step    string        `json:"step" doc:"at which it is taken"`
	Outcome judge.Outcome `json:"outcome" enum:"reuse,dress,repair,replace,order"`
	Rule    string        `json:"rule,omitempty"`
}

// BenchSheet is a unit on the bench by itself.
type BenchSheet struct {
	Title  string       `json:"title"`
	Pieces []PieceSheet `json:"pieces" nullable:"false"`
}

// PieceSheet is a piece of the shaft line; one that is not fitted is drawn pale.
type PieceSheet struct {
	Piece  string `json:"piece"`
	As     string `json:"as,omitempty" doc:"what its stations call it, where that is another name"`
	Fitted bool   `json:"fitted"`
}

// Tally counts the as-built checks by verdict.
type Tally struct {
	Within      int `json:"within"`
	Close       int `json:"close"`
	Out         int `json:"out"`
	Undecided   int `json:"undecided"`
	NoLimit     int `json:"no_limit"`
	NotMeasured int `json:"not_measured"`
	ToFollow    int `json:"to_follow" doc:"steps that come after the hand-back and are open"`
}

// Signature closes a job.
type Signature struct {
	Entry  string     `json:"entry,omitempty" doc:"missing in sheets that were kept before 2026-12"`
	By     log.Person `json:"by"`
	At     time.Time  `json:"at"`
	Remark string     `json:"remark,omitempty"`
}

// Amendment is what was added to a signed sheet, signed by whoever added it.
type Amendment struct {
	Entry  string     `json:"entry"`
	By     log.Person `json:"by"`
	At     time.Time  `json:"at"`
	Step   string     `json:"step,omitempty" doc:"the step whose entry it corrects; missing: the sheet as a whole"`
	Reason string     `json:"reason"`
}

// EndingShown is how a job ended without a signature.
type EndingShown struct {
	Entry  string     `json:"entry"`
	By     log.Person `json:"by"`
	At     time.Time  `json:"at"`
	Ending log.Ending `json:"ending" enum:"mistake,scrapped,taken-away,other"`
	Reason string     `json:"reason"`
}

// Step returns the step of that id, or nil where the plan has none or its
// condition does not hold.
func (s *Sheet) Step(id string) *StepSheet {
	for i := range s.Stages {
		for j := range s.Stages[i].Steps {
			if s.Stages[i].Steps[j].ID == id {
				return &s.Stages[i].Steps[j]
			}
		}
	}
	return nil
}

// Check returns the row of a check, or nil where it was not asked for.
func (s *Sheet) Check(key string) *CheckSheet {
	for i := range s.Checks {
		if s.Checks[i].Check == key {
			return &s.Checks[i]
		}
	}
	return nil
}
