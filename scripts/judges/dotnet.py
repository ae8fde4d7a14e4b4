"""What projects of .NET, their markup and strings in their code mean, one line each, by what the files hold: for referee-dotnet.mjs."""
import fnmatch, hashlib, os, re, sys
import xml.etree.ElementTree as etree

root = sys.argv[1]
files = []
for folder, names, found in os.walk(root):
    names[:] = [n for n in names if not n.startswith(".")]
    files += [os.path.relpath(os.path.join(folder, f), root).replace(os.sep, "/") for f in found]
lower = {}
for f in files:
    lower.setdefault(f.lower(), []).append(f)
# What a file holds, without what a move may respell in it: it is named by the letters of its types, and its length in lines.
def held(path):
    data = open(os.path.join(root, path), "rb").read()
    if re.search(r"\.(cs|xaml|csproj|projitems|shproj|props|targets|resx|sln)$", path):
        text = data.decode("utf-8-sig", "replace")
        text = re.sub(r'"[^"\n]*"|\'[^\'\n]*\'', '""', text)
        # Namespaces follow folders: what a type lies in, and how it is named for that, is told apart below.
        text = re.sub(r"(?m)^\s*(?:global\s+)?(?:using|namespace)\s[^;{(]*[;{]?", "", text)
        text = re.sub(r'\s+xmlns(?::\w+)?=""', "", text)
        text = re.sub(r"(?:\w+(?:\.|::?))+(?=\w)", "", text)
        text = re.sub(r"\s+", "", text)
        data = text.encode() if not re.search(r"(proj|items)$", path) else os.path.basename(path).encode()
    return hashlib.sha1(data).hexdigest()[:10] + " " + os.path.basename(path).lower()

def at(base, path):
    full = os.path.normpath(os.path.join(base, path.replace("\\", "/"))).replace(os.sep, "/")
    hits = lower.get(full.lower(), [])
    return hits[0] if len(hits) == 1 else (full if full in files else None)

def local(tag):
    return tag.split("}")[-1] if isinstance(tag, str) else ""

def matched(base, pattern):
    rest = pattern.replace("\\", "/")
    full = os.path.normpath(os.path.join(base, rest)).replace(os.sep, "/") if base else rest
    if "*" not in full and "?" not in full:
        hit = at("", full)
        return [hit] if hit else []
    form = re.escape(full.lower()).replace(r"\*\*/", "(?:.*/)?").replace(r"\*\*", ".*").replace(r"\*", "[^/]*").replace(r"\?", "[^/]")
    return [f for f in files if re.fullmatch(form, f.lower())]

# Which files declare a type by its whole name, by the words alone.
declared = {}
for f in files:
    if f.endswith(".cs"):
        text = open(os.path.join(root, f), encoding="utf-8-sig", errors="replace").read()
        text = re.sub(r"//[^\n]*|/\*.*?\*/", "", text, flags=re.S)
        space = re.findall(r"(?m)^\s*namespace\s+([\w.]+)", text)
        for name in re.findall(r"\b(?:class|struct|interface|enum|record)\s+(\w+)", text):
            for each in space or [""]:
                declared.setdefault((each + "." if each else "") + name, set()).add(os.path.basename(f))

projects = [f for f in files if re.search(r"\.(csproj|projitems|shproj)$", f)]
for project in projects:
    base = os.path.dirname(project)
    try:
        top = etree.fromstring(open(os.path.join(root, project), "rb").read().decode("utf-8-sig", "replace"))
    except Exception as problem:
        print("unread", project, problem)
        continue
    if top.get("Sdk"):
        for f in files:
            if (not base or f.startswith(base + "/")) and re.search(r"\.(cs|xaml|resx)$", f.lower()):
                if not re.match(r"(bin|obj)/", f[len(base) + 1 if base else 0:]):
                    print("default", os.path.basename(project), held(f))
    for node in top.iter():
        name = local(node.tag)
        for key in ("Include", "Remove", "Update", "Project"):
            value = node.get(key)
            if not value or name in ("Reference", "PackageReference", "ProjectCapability"):
                continue
            for part in value.split(";"):
                part = re.sub(r"^\$\(MSBuildThisFileDirectory\)", "", part.strip())
                if not part or "$(" in part:
                    continue
                hits = matched(base, part)
                if not hits and "*" not in part and name not in ("Folder", "Service", "SDKReference", "Using"):
                    print("missing", os.path.basename(project), name, os.path.basename(part.replace("\\", "/")))
                for hit in hits:
                    print("item", os.path.basename(project), name, key, held(hit))
                dependent = [c.text for c in node if local(c.tag) in ("DependentUpon", "LastGenOutput")]
                for other in dependent:
                    hit = at(os.path.dirname(os.path.normpath(os.path.join(base, part.replace("\\", "/")))), other or "")
                    print("beside", os.path.basename(project), held(hit) if hit else "missing " + str(other))
        if name in ("ApplicationIcon", "ApplicationManifest", "HintPath") and node.text:
            hit = at(base, node.text)
            print("property", os.path.basename(project), name, held(hit) if hit else "missing")

def home(path):
    folder = os.path.dirname(path)
    while True:
        if any(os.path.dirname(p) == folder and p.endswith("proj") for p in projects):
            return folder
        if not folder:
            return None
        folder = os.path.dirname(folder)

for f in files:
    if f.endswith(".xaml"):
        text = open(os.path.join(root, f), encoding="utf-8-sig", errors="replace").read()
        try:
            top = etree.fromstring(text)
        except Exception as problem:
            print("unread", os.path.basename(f), problem)
            continue
        whole = top.get("{http://schemas.microsoft.com/winfx/2006/xaml}Class")
        if whole:
            print("class", os.path.basename(f), whole.split(".")[-1], sorted(declared.get(whole, [])))
        plain = re.sub(r"<!--.*?-->", "", text, flags=re.S)
        for prefix, space in re.findall(r'xmlns:(\w+)\s*=\s*["\'](?:clr-namespace|using):([\w.]+)', plain):
            for name in re.findall(r"(?<![\w:])" + prefix + r":(\w+)", plain):
                print("markup", os.path.basename(f), name, sorted(declared.get(space + "." + name, [])))
        for node in top.iter():
            for key, value in node.attrib.items():
                name = local(key).split(".")[-1]
                if name not in ("Source", "UriSource", "ImageSource", "StartupUri", "Icon") or value.startswith("{"):
                    continue
                base = home(f) or ""
                path = re.sub(r"^pack://application:,,,", "", value)
                if path.startswith("/"):
                    hit = at(base, path.lstrip("/"))
                elif ":" in path:
                    continue
                else:
                    hit = at(base if name == "StartupUri" else os.path.dirname(f), path)
                print("address", os.path.basename(f), name, held(hit) if hit else "nothing")
    if f.endswith(".cs"):
        text = open(os.path.join(root, f), encoding="utf-8-sig", errors="replace").read()
        text = re.sub(r"//[^\n]*", "", text)
        base = home(f)
        for value in re.findall(r'"([^"\n]*\.(?:xaml|png|ico|json|html|js|resx))"', text):
            path = re.sub(r"^(?:pack://application:,,,|ms-appx://)", "", value)
            hit = at(base or "", re.sub(r"^/+", "", path).replace("\\\\", "\\")) if base is not None and ":" not in path else None
            if hit:
                print("string", os.path.basename(f), held(hit))
        for value in re.findall(r'"([A-Za-z_]\w*(?:\.\w+){2,})"', text):
            print("name", os.path.basename(f), value.split(".")[-1])
