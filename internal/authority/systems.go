package authority

import "strings"

// system is a kind of machine a browser runs on, and how it comes to trust an authority.
type system struct {
	Key, Name string
	Steps     []string
	Command   string // the same in one line, for who likes that better
}

// tablet is the key of those that are no PC.
const tablet = "tablet"

// systems are in the order they are shown. How each trusts an authority is in the help of its maker.
var systems = []system{
	{tablet, "Tablet or phone, where “Install a certificate” is found", []string{
		"Take the certificate: it is kept under Downloads.",
		"Open Settings and search for “CA certificate”. Choose “Install anyway” and the file settle.crt.",
	}, ""},
	{tablet, "Tablet or phone, where a profile is downloaded", []string{
		"Take the certificate and allow the profile.",
		"Open Settings, “Profile downloaded”, Install.",
		"Open Settings, General, About, “Certificate trust settings”, and switch the shop’s authority on.",
	}, ""},
	{"windows", "PC with Windows", []string{
		"Take the certificate and open the file.",
		"Choose “Install certificate”, “Local machine”, “Place all certificates in the following store”, " +
			"Browse, “Trusted Root Certification Authorities”.",
		"Close the browser, all its windows, and open it again.",
	}, "certutil -addstore Root settle.crt"},
	{"macos", "PC with macOS", []string{
		"Take the certificate and open the file: it goes into the keychain.",
		"In the keychain open “Settle”, Trust, and choose “Always trust”.",
	}, "sudo security add-trusted-cert -d -r trustRoot -k /Library/Keychains/System.keychain settle.crt"},
	{"linux", "PC with Linux", []string{
		"Take the certificate.",
		"In the browser’s settings search for “certificates”, choose Authorities, Import, the file settle.crt, and " +
			"“trust it for web sites”.",
	}, "certutil -d sql:$HOME/.pki/nssdb -A -t C,, -n Settle -i settle.crt"},
}

// systemOf guesses by what a browser says of itself which of them it runs on: a tablet where it says none.
func systemOf(agent string) string {
	for _, s := range []struct{ says, key string }{{"Windows NT", "windows"}, {"Macintosh", "macos"}, {"X11", "linux"}} {
		if strings.Contains(agent, s.says) {
			return s.key
		}
	}
	return tablet
}
