package calc

import (
	"errors"
	"strings"
	"testing"

	"settle/core/field"
)

// whole are questions that are answered; each refusal spoils one of them.
var whole = map[string]string{
	"compression": `{"free":"52 mm","fitted":"47.6 mm","solid":"44 mm","moves":["0.2 mm"],"head":"impeller-side",` +
		`"graduation":"0.1 mm"}`,
	"bearing": `{"bore":"50 mm","outside":"110 mm","group":"N","shaft":{"least":"2 um","most":"25 um"}}`,
	"growth": `{"length":"600 mm","shaft":{"c":160,"material":"stainless"},"casing":{"c":140,"material":"iron"},` +
		`"clearance":{"side":"front","min":"0.4 mm","measured":"1.3 mm"},"graduation":"0.01 mm",` +
		`"seal":{"length":"350 mm","setting":"42 mm","head":"impeller-side"}}`,
	"cover": `{"by":"cover","graduation":"0.01 mm","trials":[{"in":0,"out":"0.2 mm"}],"limit":{"min":"0.03 mm",` +
		`"max":"0.1 mm"},"pack":"0.5 mm","leaves":["0.05 mm","0.1 mm"]}`,
	"nut": `{"by":"nut","graduation":"0.01 mm","trials":[{"in":0,"out":"0.2 mm"}],"limit":{"min":"0.03 mm",` +
		`"max":"0.1 mm"},"pitch":"1.5 mm"}`,
	"bend": `{"graduation":"0.01 mm","bearings":["100 mm","350 mm"],"stations":[{"z":"20 mm","size":5,"clock":"3"},` +
		`{"z":"225 mm","size":5,"clock":"3"},{"z":"420 mm","size":40,"deg":90}]}`,
	"bolt": `{"size":"M12","class":"8.8","thread":"dry"}`,
	"handback": `{"power_kw":45,"readings":[{"at":"drive end","mm_s":2.1}],"ambient_c":22,"bearings":[{"at":"drive end",` +
		`"c":61}]}`,
	"balance": `{"mass_kg":18,"speed_rpm":2950,"grade":6.3,"planes":[{"at":"front","radius":"110 mm","distance":"20 mm",` +
		`"residual_g":1},{"at":"back","radius":"110 mm","distance":"20 mm"}]}`,
	"packing": `{"shaft":"50 mm","box":"76 mm","depth":"85 mm","lantern":"13 mm","port":"40 mm"}`,
	"soft-foot": `{"graduation":"0.01 mm","front_left":1,"front_right":2,"back_left":3,"back_right":4,` +
		`"limit":{"max":50}}`,
	"pipe-strain": `{"graduation":"0.01 mm","steps":[{"flange":"suction","vertical":1,"horizontal":2}],` +
		`"back":{"vertical":0,"horizontal":0}}`,
	"stiffness": `{"overhang":"200 mm","diameter":"48 mm","span":"180 mm","seal":"90 mm","force_n":800}`,
	"flatness":  `{"bow":"3 mm","spacing":"1.5 mm","outside":"75 mm"}`,
	"stretch": `{"thrust_n":12000,"length":"30000 mm","diameter":"38 mm","running":"2 mm","present":"1 mm",` +
		`"total":"12 mm","threads_per_inch":12}`,
	"evenness": `{"graduation":"0.01 mm","readings":[{"at":"left","value":1},{"at":"right","value":2}]}`,
	"ring":     `{"bore":["150.4 mm"],"hub":["150 mm"],"new":{"min":"0.2 mm","max":"0.5 mm"},"graduation":"0.01 mm"}`,
	"heat":     `{"bore":"50 mm","interference":"18 um","window_c":{"min":80,"max":110}}`,
	"torque":   `{"torque":"30 N·m","pattern":"middle-out","rows":2,"columns":5}`,
	"grease":   `{"first_fill":{"bore":"50 mm","outside":"110 mm","width":"27 mm","mass_kg":1.08}}`,
	"fit": `{"part":"shaft","nominal":"50 mm","class":"k5","readings":[{"plane":"A","value":"50.006 mm"}],` +
		`"graduation":"1 um","temperature":{"part_c":30,"gauge_c":20}}`,
	"wear": `{"history":[{"hours":0,"clearance":10},{"hours":9,"clearance":20}],"limit":{"max":30},"planned_hours":1,` +
		`"graduation":1}`,
}

func TestTheSecondSetRefuses(t *testing.T) {
	kindOf := map[string]string{"cover": "endplay", "nut": "endplay"}
	ask := func(name, in string) error {
		kind := name
		if k, ok := kindOf[name]; ok {
			kind = k
		}
		_, err := Run(kind, []byte(in))
		return err
	}
	for name, in := range whole {
		if err := ask(name, in); err != nil {
			t.Errorf("%s: %v", name, err)
		}
	}
	for _, tt := range []struct{ name, from, to, field string }{
		{"compression", `"52 mm"`, `"47 mm"`, "fitted"},
		{"compression", `"44 mm"`, `"53 mm"`, "solid"},
		{"compression", `"44 mm"`, `"48 mm"`, "fitted"},
		{"compression", `["0.2 mm"]`, `[]`, "moves"},
		{"compression", `,"head":"impeller-side"`, ``, "head"},
		{"compression", `"impeller-side"`, `"left"`, "head"},
		{"compression", `"0.1 mm"}`, `0}`, "graduation"},
		{"compression", `"graduation"`, `"mpe":-1,"graduation"`, "mpe"},
		{"bearing", `"50 mm"`, `"5 mm"`, "bore"},
		{"bearing", `"N"`, `"C9"`, "group"},
		{"bearing", `"110 mm"`, `"40 mm"`, "outside"},
		{"bearing", `"2 um"`, `"30 um"`, "shaft"},
		{"bearing", `"group"`, `"limit":{},"group"`, "limit"},
		{"bearing", `,"shaft":{"least":"2 um","most":"25 um"}`, ``, "shaft"},
		{"growth", `"c":160`, `"c":160,"f":320`, "shaft.f"},
		{"growth", `"stainless"`, `"wood"`, "shaft.material"},
		{"growth", `,"material":"iron"`, ``, "casing.material"},
		{"growth", `"material":"iron"`, `"material":"iron","alpha":9`, "casing.alpha"},
		{"growth", `"material":"iron"`, `"alpha":41`, "casing.alpha"},
		{"growth", `"c":140`, `"c":601`, "casing.c"},
		{"growth", `"c":160,`, ``, "shaft.c"},
		{"growth", `"front"`, `"top"`, "clearance.side"},
		{"growth", `"1.3 mm"`, `"-1 mm"`, "clearance.measured"},
		{"growth", `,"graduation":"0.01 mm"`, ``, "graduation"},
		{"growth", `,"min":"0.4 mm","measured":"1.3 mm"`, ``, "clearance.measured"},
		{"growth", `"min":"0.4 mm"`, `"min":"0.4 mm","max":"0.3 mm"`, "clearance"},
		{"growth", `"600 mm"`, `0`, "length"},
		{"growth", `"head":"impeller-side"`, `"head":"up"`, "seal.head"},
		{"growth", `"350 mm"`, `0`, "seal.length"},
		{"cover", `"cover"`, `"sleeve"`, "by"},
		{"cover", `"pack"`, `"pitch":"1 mm","pack"`, "pitch"},
		{"cover", `["0.05 mm","0.1 mm"]`, `[]`, "leaves"},
		{"cover", `"0.1 mm"]`, `"50 um"]`, "leaves[1]"},
		{"cover", `"0.5 mm"`, `"-0.5 mm"`, "pack"},
		{"cover", `"min":"0.03 mm",`, ``, "limit.min"},
		{"cover", `"max":"0.1 mm"`, `"max":"0.01 mm"`, "limit"},
		{"cover", `"max":"0.1 mm"`, `"max":"0.1 mm","aim":"1 mm"`, "limit.aim"},
		{"cover", `"pack"`, `"max_pieces":7,"pack"`, "max_pieces"},
		{"cover", `[{"in":0,"out":"0.2 mm"}]`, `[]`, "trials"},
		{"nut", `"pitch":"1.5 mm"`, `"slots":4`, "pitch"},
		{"nut", `"pitch"`, `"slots":61,"pitch"`, "slots"},
		{"nut", `"pitch"`, `"threads_per_inch":9,"pitch"`, "threads_per_inch"},
		{"nut", `"pitch":"1.5 mm"`, `"threads_per_inch":101`, "threads_per_inch"},
		{"nut", `"pitch"`, `"leaves":[1],"pitch"`, "leaves"},
		{"bend", `["100 mm","350 mm"]`, `["350 mm","100 mm"]`, "bearings"},
		{"bend", `["100 mm","350 mm"]`, `["100 mm"]`, "bearings"},
		{"bend", `"deg":90`, `"deg":90,"part":"sleeve"`, "stations"},
		{"bend", `"deg":90`, `"deg":90,"part":"key"`, "stations[2].part"},
		{"bend", `"225 mm"`, `"20 mm"`, "stations[1].z"},
		{"bend", `"size":40`, `"size":-1`, "stations[2].size"},
		{"bend", `"deg":90`, `"deg":400`, "stations[2].deg"},
		{"bend", `,"deg":90`, ``, "stations[2].clock"},
		{"bolt", `"M12"`, `"M13"`, "size"},
		{"bolt", `"M12"`, `"12.7 mm"`, "size"},
		{"bolt", `"M12"`, `"1/2 in"`, "class"},
		{"bolt", `"8.8"`, `"B7"`, "class"},
		{"bolt", `"dry"`, `"wet"`, "thread"},
		{"bolt", `"dry"`, `"dry","percent":91`, "percent"},
		{"bolt", `"8.8","thread":"dry"`, `"A2-70","thread":"dry","percent":81`, "percent"},
		{"bolt", `"size":"M12",`, ``, "size"},
		{"handback", `45`, `0`, "power_kw"},
		{"handback", `45`, `45,"power_hp":60`, "power_hp"},
		{"handback", `45`, `"45"`, "power_kw"},
		{"handback", `2.1`, `-2.1`, "readings[0].mm_s"},
		{"handback", `"mm_s":2.1`, `"mm_s":2.1,"in_s_peak":1`, "readings[0].in_s_peak"},
		{"handback", `,"mm_s":2.1`, ``, "readings[0].mm_s"},
		{"handback", `"ambient_c":22,`, ``, "ambient_c"},
		{"handback", `"power_kw":45`, `"power_kw":45,"service":"vital"`, "service"},
		{"handback", `"power_kw":45`, `"power_kw":45,"gauge_percent":51`, "gauge_percent"},
		{"handback", `"c":61`, `"c":61,"f":140`, "bearings[0].f"},
		{"handback", `"power_kw":45`, `"power_kw":45,"speed_rpm":0`, "speed_rpm"},
		{"handback", `"ambient_c":22`, `"ambient_c":22,"limit_rise_k":0`, "limit_rise_k"},
		{"balance", `18`, `0`, "mass_kg"},
		{"balance", `2950`, `60001`, "speed_rpm"},
		{"balance", `6.3`, `0`, "grade"},
		{"balance", `"distance":"20 mm",`, ``, "planes[0].distance"},
		{"balance", `"residual_g":1`, `"residual_g":1,"residual_g_mm":9`, "planes[0].residual_g_mm"},
		{"balance", `"110 mm"`, `0`, "planes[0].radius"},
		{"balance", `"grade"`, `"error_percent":51,"grade"`, "error_percent"},
		{"packing", `"76 mm"`, `"50 mm"`, "box"},
		{"packing", `"85 mm"`, `"13 mm"`, "lantern"},
		{"packing", `"40 mm"`, `"85 mm"`, "port"},
		{"packing", `"lantern":"13 mm",`, ``, "lantern"},
		{"packing", `"85 mm"`, `"2700 mm"`, "depth"},
		{"packing", `"port"`, `"entry":-1,"port"`, "entry"},
		{"packing", `"port"`, `"nose":0,"port"`, "nose"},
		{"soft-foot", `"back_left":3,`, ``, "back_left"},
		{"soft-foot", `{"max":50}`, `{"min":1,"max":50}`, "limit.min"},
		{"soft-foot", `{"max":50}`, `{}`, "limit.max"},
		{"soft-foot", `"0.01 mm"`, `0`, "graduation"},
		{"pipe-strain", `"suction"`, `""`, "steps[0].flange"},
		{"pipe-strain", `,"horizontal":2`, ``, "steps[0].horizontal"},
		{"pipe-strain", `"back":{"vertical":0,`, `"back":{`, "back.vertical"},
		{"stiffness", `,"force_n":800`, ``, "force_n"},
		{"stiffness", `"span":"180 mm",`, ``, "span"},
		{"stiffness", `"90 mm"`, `"201 mm"`, "seal"},
		{"stiffness", `"48 mm"`, `0`, "diameter"},
		{"stiffness", `800`, `-1`, "force_n"},
		{"flatness", `"bow":"3 mm","spacing":"1.5 mm",`, ``, "bands"},
		{"flatness", `"bow"`, `"bands":1,"bow"`, "bow"},
		{"flatness", `"1.5 mm"`, `0`, "spacing"},
		{"flatness", `"bow":"3 mm",`, ``, "bow"},
		{"flatness", `"outside"`, `"wavelength_um":0.9,"outside"`, "wavelength_um"},
		{"flatness", `"outside"`, `"read_to":0,"outside"`, "read_to"},
		{"flatness", `"outside"`, `"limit_bands":0,"outside"`, "limit_bands"},
		{"stretch", `12000`, `-1`, "thrust_n"},
		{"stretch", `"thrust_n":12000,`, ``, "thrust_n"},
		{"stretch", `"running":"2 mm",`, ``, "running"},
		{"stretch", `"total"`, `"e_gpa":401,"total"`, "e_gpa"},
		{"stretch", `"total"`, `"pitch":"2 mm","total"`, "threads_per_inch"},
		{"evenness", `{"at":"right","value":2}`, `{"at":"left","value":2}`, "readings[1].at"},
		{"evenness", `"at":"right"`, `"clock":"3"`, "readings[1].at"},
		{"evenness", `"value":2`, `"value":2,"before":1`, "readings[1].before"},
		{"evenness", `,{"at":"right","value":2}`, ``, "readings"},
		{"evenness", `"readings"`, `"allowed":-1,"readings"`, "allowed"},
		{"ring", `"max":"0.5 mm"`, `"max":"0.1 mm"`, "new"},
		{"ring", `"min":"0.2 mm"`, `"min":-1`, "new.min"},
		{"ring", `,"max":"0.5 mm"`, ``, "new.max"},
		{"ring", `{"min":"0.2 mm","max":"0.5 mm"}`, `{"most":1}`, "new.most"},
		{"ring", `"graduation"`, `"phase":"new","graduation"`, "phase"},
		{"ring", `"graduation"`, `"material":"wood","graduation"`, "material"},
		{"ring", `"graduation"`, `"diameter":0,"graduation"`, "diameter"},
		{"heat", `"min":80`, `"min":120`, "window_c"},
		{"heat", `"min":80,`, ``, "window_c.min"},
		{"heat", `"window_c"`, `"minutes":0,"window_c"`, "minutes"},
		{"heat", `"window_c"`, `"cap_c":100,"cap_f":200,"window_c"`, "cap_f"},
		{"torque", `"rows":2,`, ``, "rows"},
		{"torque", `"columns":5`, `"columns":33`, "columns"},
		{"torque", `"columns":5`, `"columns":5,"bolts":9`, "bolts"},
		{"torque", `"pattern":"middle-out",`, ``, "rows"},
		{"torque", `"middle-out"`, `"star"`, "pattern"},
		{"torque", `"rows":2`, `"rows":2,"passes":[50,40,100]`, "passes"},
		{"torque", `"rows":2`, `"rows":2,"passes":[50,90]`, "passes"},
		{"grease", `,"mass_kg":1.08`, ``, "first_fill.mass_kg"},
		{"grease", `1.08`, `9`, "first_fill.mass_kg"},
		{"grease", `"bore":"50 mm"`, `"bore":"110 mm"`, "first_fill.bore"},
		{"grease", `{"first_fill"`, `{"outside":"90 mm","first_fill"`, "width"},
		{"fit", `"gauge_c":20`, `"gauge_c":-51`, "temperature.gauge_c"},
		{"fit", `,"gauge_c":20`, ``, "temperature.gauge_c"},
		{"wear", `"graduation":1`, `"graduation":0`, "graduation"},
	} {
		in := strings.Replace(whole[tt.name], tt.from, tt.to, 1)
		if in == whole[tt.name] {
			t.Errorf("%s: %s is not in the example", tt.name, tt.from)
			continue
		}
		var fe *field.Error
		if err := ask(tt.name, in); !errors.As(err, &fe) || fe.Field != tt.field || fe.Message == "" {
			t.Errorf("%s with %s: got %v; want an error of %s", tt.name, tt.to, err, tt.field)
		}
	}
}
