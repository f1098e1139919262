# frozen_string_literal: true

module Demo
  # Who writes in the museum's world, and in which manner.
  module Cast
    Person = Struct.new(:name, :email, :manner, keyword_init: true) do
      def header = "#{Words.encoded(name)} <#{email}>"
    end

    WREN = Person.new(name: "Wren Adeyemi", email: "wren@lanternquay.example", manner: :person)
    DESK = "exhibitions@lanternquay.example"
    HOUSE = "lanternquay.example"

    PEOPLE = {
      wren: WREN, self: WREN,
      helena: ["Helena Sarmento", "helena.sarmento@#{HOUSE}"], director: ["Office of the Director", "director.office@#{HOUSE}"],
      kathe: ["Käthe Brüning", "kaethe.bruening@#{HOUSE}"], finance: ["Finance desk", "finance@#{HOUSE}"],
      marta: ["Marta Quist", "marta.quist@#{HOUSE}"], duarte: ["Duarte Pires", "duarte.pires@#{HOUSE}"],
      priya: ["Priya Nair", "priya.nair@#{HOUSE}"],
      ana: ["Ana Ferro", "ana.ferro@casadomar.example"], eilidh: ["Eilidh Crane", "registrar@northgate-archive.example"],
      joost: ["Joost de Wit", "j.dewit@zeekaart-kabinet.example"], jurgen: ["Jürgen Weißmüller", "weissmueller@hansehaus.example"],
      zofia: ["Zofia Wróblewska", "z.wroblewska@muzeum-baltyckie.example"], ines: ["Inês Caldeira", "emprestimos@arquivo-da-barra.example"],
      iveta: ["Iveta Kalniņa", "dispatch@baltic-art-road.example"], rui: ["Rui Tavares", "ops@atlantic-crate.example"],
      andris: ["Andris Bērziņš", "andris.berzins@talrunis.example"],
      oliver: ["Oliver Penhallow", "certificates@harbour-and-vale.example"], print: ["Łukasz Zieliński", "proofs@salt-and-ink.example"],
      facilities: ["Facilities list", "facilities@lists.#{HOUSE}", :list],
      climate: ["Store-room monitor", "monitor@climate.#{HOUSE}", :notice],
      alarm: ["Store-room monitor", "monitor@climate.#{HOUSE}", :notice],
      tickets: ["Ticket desk", "no-reply@tickets.#{HOUSE}", :notice],
      collectors: ["Chart Collector's Letter", "letter@chart-collectors.example", :newsletter],
      floor: ["Museum Floor Weekly", "weekly@museum-floor.example", :newsletter],
      diary: ["Culture Diary", "listings@culture-diary.example", :newsletter],
      vendor1: ["Hinges Unseen", "hello@hinges-unseen.example"], vendor2: ["Clemens from Moist & More", "clemens@moist-and-more.example"],
      vendor3: ["Printed Napkins Direct", "offers@napkins-direct.example"],
      vendor4: ["Crispin, Feather Crates", "crispin@feather-crates.example"],
      vendor5: ["Listening Guides", "team@listening-guides.example"], vendor6: ["Bettina at CrateWise", "bettina@cratewise.example"]
    }.transform_values { |given| given.is_a?(Person) ? given : Person.new(name: given[0], email: given[1], manner: given[2] || :person) }
      .freeze

    LENDERS = %i[ana eilidh joost jurgen zofia ines].freeze
    COURIERS = %i[iveta rui].freeze
    SHARED_DESK = %i[vendor1 vendor2 vendor3 vendor4 vendor5 vendor6 tickets oliver].freeze # they know the desk's address only

    # @param key [Symbol] @return [Person]
    def self.[](key) = PEOPLE.fetch(key)
  end
end
